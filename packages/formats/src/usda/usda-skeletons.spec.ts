import { applyChange, type Edit } from '@renquil/core/edits';
import { planGroup, planMove, planRemove } from '@renquil/core/plans';
import type { Scene } from '@renquil/core/scene';
import { openScene } from '../scene-file.js';
import { UsdReference } from '../testing/usd-reference.js';

/** For what never ends, not a measure of speed. */
const bound = 240_000;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
/** A rig with a second one beside it: the joint `Chest` is named by the list, by what moves it, and by what hangs on it. */
const rig = `#usda 1.0
(
    metersPerUnit = 0.01
)
def SkelRoot "Fitter"
{
    def Skeleton "Skel" (
        prepend apiSchemas = ["SkelBindingAPI"]
    )
    {
        uniform token[] joints = ["Hips", "Hips/Spine/Chest", 'Hips/Spine/Chest/Head', "Prop"]
        uniform matrix4d[] bindTransforms = [((1,0,0,0),(0,1,0,0),(0,0,1,0),(0,90,0,1)), ((1,0,0,0),(0,1,0,0),(0,0,1,0),(0,130,0,1)), ((1,0,0,0),(0,1,0,0),(0,0,1,0),(0,160,0,1)), ((1,0,0,0),(0,1,0,0),(0,0,1,0),(50,0,0,1))]
        rel skel:animationSource = </Fitter/Skel/Walk>
        def SkelAnimation "Walk"
        {
            uniform token[] joints = ["Hips/Spine/Chest"]
        }
    }
    def Mesh "Body" (
        prepend apiSchemas = ["SkelBindingAPI"]
    )
    {
        rel skel:skeleton = </Fitter/Skel>
        uniform token[] skel:joints = ["Hips/Spine/Chest/Head", "Hips/Spine/Chest"]
    }
    def Skeleton "Other"
    {
        uniform token[] joints = ["Hips", "Hips/Spine/Chest"]
    }
}
`;
const named = (scene: Scene, name: string) => [...scene.walk()].find((one) => one.name === name)!;
const edited = (edit: (scene: Scene) => readonly Edit[], text = rig): string => {
  const opened = openScene(utf8(text), 'a.usda');
  expect(applyChange(opened.scene, { label: '', edits: edit(opened.scene) }).ok).toBeTrue();
  return new TextDecoder().decode(opened.write(opened.scene).bytes);
};
const editsOf = (plan: { ok: boolean; edits?: readonly Edit[] }): readonly Edit[] => plan.edits!;
const rename = (scene: Scene, from: string, to: string): Edit => ({
  ...{ kind: 'rename', object: named(scene, from).id, from, to },
});

describe('the joints of a skeleton', () => {
  it('are objects in its tree, in metres, and joints by kind', () => {
    const { scene } = openScene(utf8(rig), 'a.usda');
    const head = named(scene, 'Head');
    expect(head.kind).toBe('joint');
    expect(scene.get(head.parent!).name).toBe('Chest');
    expect([...scene.world(head.id).slice(12, 15)].map((n) => Number(n.toFixed(6)))).toEqual([0, 1.6, 0]);
    expect([...scene.walk()].filter(({ kind }) => kind === 'joint').map(({ name }) => name)).toEqual([
      ...['Hips', 'Chest', 'Head', 'Prop', 'Hips', 'Chest'],
    ]);
  });
  it('take their names along into every list that means them, and into no other', () =>
    expect(edited((scene) => [rename(scene, 'Chest', 'torso'), rename(scene, 'Prop', 'tool')])).toBe(
      rig
        .replace(
          '"Hips/Spine/Chest", \'Hips/Spine/Chest/Head\', "Prop"',
          '"Hips/Spine/torso", \'Hips/Spine/torso/Head\', "tool"',
        )
        .replace('joints = ["Hips/Spine/Chest"]', 'joints = ["Hips/Spine/torso"]')
        .replace(
          '["Hips/Spine/Chest/Head", "Hips/Spine/Chest"]',
          '["Hips/Spine/torso/Head", "Hips/Spine/torso"]',
        ),
    ));
  it('keep layers and marks beside their skeleton, under their new names', () => {
    const out = edited((scene) => [
      rename(scene, 'Chest', 'torso'),
      { kind: 'set', object: named(scene, 'Head').id, field: 'layer', from: 'Base', to: 'Rig' },
    ]);
    const again = openScene(utf8(out), 'a.usda');
    expect(named(again.scene, 'Head').layer).toBe('Rig');
    expect(out).toContain('"Hips/Spine/torso/Head":{"layer":"Rig"}');
    const more = edited((scene) => [rename(scene, 'torso', 'chest')], out);
    expect(named(openScene(utf8(more), 'a.usda').scene, 'Head').layer).toBe('Rig');
    expect(edited(() => [], out)).toBe(out);
  });
  it('go with their skeleton when it is taken out', () =>
    expect(edited((scene) => planRemove(scene, [named(scene, 'Other').id]))).not.toContain('"Other"'));
  it(
    'open in OpenUSD with the same stage but for the names',
    async () => {
      const out = edited((scene) => [rename(scene, 'Chest', 'zqtorsozq')]);
      const reference = await UsdReference.open();
      const [before, after] = [
        await reference.ask('a.usda', { 'a.usda': utf8(rig) }),
        await reference.ask('a.usda', { 'a.usda': utf8(out) }),
      ];
      reference.close();
      expect(after.error).toBeUndefined();
      expect(after.stage!.replaceAll('zqtorsozq', 'Chest')).toBe(before.stage!);
    },
    bound,
  );
  const refused: [string, (scene: Scene) => readonly Edit[], RegExp][] = [
    [
      'a move',
      (scene) =>
        editsOf(planMove(scene, named(scene, 'Prop').id, named(scene, 'Body').id, { keep: 'world' })),
      /was moved/,
    ],
    ['leaving', (scene) => planRemove(scene, [named(scene, 'Prop').id]), /was taken out of its skeleton/],
    [
      'a prim under it',
      (scene) =>
        editsOf(planMove(scene, named(scene, 'Body').id, named(scene, 'Prop').id, { keep: 'world' })),
      /stand under a joint/,
    ],
    [
      'a group of it',
      (scene) => editsOf(planGroup(scene, [named(scene, 'Prop').id], { name: 'grp', pivot: 'base' })),
      /was moved/,
    ],
    ['a name that is none', (scene) => [rename(scene, 'Prop', 'a b')], /cannot be the name of a joint/],
  ];
  for (const [what, edit, says] of refused)
    it(`refuse ${what}`, () => expect(() => edited(edit)).toThrowError(says));
  it('are none where a list is no tree', () => {
    const odd = rig.replace('"Hips", "Hips/Spine/Chest", \'', '"Hips", "Hips", \'');
    const { scene } = openScene(utf8(odd), 'a.usda');
    expect([...scene.walk()].filter(({ kind }) => kind === 'joint').length).toBe(2);
  });
});
