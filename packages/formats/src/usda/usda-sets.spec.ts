import { applyChange, type Edit } from '@renquil/core/edits';
import { planRemove } from '@renquil/core/plans';
import type { Scene, SceneLayer, SceneSet, SceneView } from '@renquil/core/scene';
import { openScene } from '../scene-file.js';
import { UsdReference } from '../testing/usd-reference.js';

/** For what never ends, not a measure of speed. */
const bound = 240_000;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
/** With a collection of all but one of a subtree, and one with a name of two words. */
const layer = `#usda 1.0
(
    defaultPrim = "Winch"
)
def Xform "Winch" (
    prepend apiSchemas = ["CollectionAPI:moving", "CollectionAPI:lit:warm"]
)
{
    rel collection:moving:excludes = </Winch/Drum/Pin>
    rel collection:moving:includes = </Winch/Drum>
    uniform token collection:lit:warm:expansionRule = "explicitOnly"
    rel collection:lit:warm:includes = [</Winch/Frame>, </Winch/Drum/Rope>]
    def Xform "Frame"
    {
    }
    def Xform "Drum"
    {
        def Xform "Pin" { def Xform "Head" {}
        }
        def Xform "Rope"
        {
        }
    }
}
def Skeleton "Rig"
{
    uniform token[] joints = ["Arm", "Arm/Hand"]
}
`;
const named = (scene: Scene, name: string) => [...scene.walk()].find((one) => one.name === name)!;
const names = (scene: Scene): Record<string, unknown> =>
  Object.fromEntries(
    [...scene.sets.values()].map((set) => [
      set.name,
      set.how === 'fixed' ? set.objects.map((id) => scene.get(id).name) : set.query,
    ]),
  );
const open = (text: string): Scene => openScene(utf8(text), 'a.usda').scene;
const edited = (edit: (scene: Scene) => readonly Edit[], text = layer): string => {
  const opened = openScene(utf8(text), 'a.usda');
  expect(applyChange(opened.scene, { label: '', edits: edit(opened.scene) }).ok).toBeTrue();
  return new TextDecoder().decode(opened.write(opened.scene).bytes);
};
const keep = (scene: Scene, set: SceneSet): Edit => ({
  ...{ kind: 'named-set', name: set.name, from: scene.sets.get(set.name) ?? null, to: set },
});
const fixed = (scene: Scene, name: string, ...of: string[]): SceneSet => ({
  ...{ name, how: 'fixed', objects: of.map((one) => named(scene, one).id) },
});

describe('sets of a layer', () => {
  it('are its collections, with what is left out of them', () =>
    expect(names(open(layer))).toEqual({ moving: ['Drum', 'Rope'], 'lit:warm': ['Frame', 'Rope'] }));
  it(
    'are collections that OpenUSD takes, and come back',
    async () => {
      const out = edited((scene) => [
        keep(scene, {
          ...fixed(scene, 'left doors', 'Head', 'Frame'),
          switches: { shown: false },
        }),
        keep(scene, fixed(scene, 'spare', 'Rope')),
        keep(scene, fixed(scene, 'moving', 'Pin')),
      ]);
      expect(names(open(out))).toEqual({
        ...{ moving: ['Pin'], 'lit:warm': ['Frame', 'Rope'] },
        ...{ 'left doors': ['Head', 'Frame'], spare: ['Rope'] },
      });
      expect(open(out).sets.get('left doors')!.switches).toEqual({ shown: false });
      expect(out).toContain('"CollectionAPI:lit:warm", "CollectionAPI:left_doors", "CollectionAPI:spare"]');
      expect(edited(() => [], out)).toBe(out);
      const reference = await UsdReference.open();
      const answer = await reference.ask('a.usda', { 'a.usda': utf8(out) });
      reference.close();
      expect(answer.error).toBeUndefined();
      expect(answer.paths).toContain('/Winch.collection:left_doors:includes[/Winch/Drum/Pin/Head]');
      expect(answer.paths).not.toContain('/Winch.collection:moving:excludes');
    },
    bound,
  );
  it('follow names and places', () => {
    const out = edited((scene) => [
      { kind: 'rename', object: named(scene, 'Rope').id, from: 'Rope', to: 'cable' },
      keep(scene, fixed(scene, 'new', 'Rope', 'Pin')),
    ]);
    expect(names(open(out))).toEqual({
      ...{ moving: ['Drum', 'cable'], 'lit:warm': ['Frame', 'cable'], new: ['cable', 'Pin'] },
    });
  });
  it('go', () => {
    const out = edited((scene) => [
      { kind: 'named-set', name: 'moving', from: scene.sets.get('moving')!, to: null },
    ]);
    expect(names(open(out))).toEqual({ 'lit:warm': ['Frame', 'Rope'] });
    expect(out).not.toContain('rel collection:moving');
  });
  it('that no collection can hold are kept beside it, with layers and views', () => {
    const doors: SceneLayer = { name: 'Doors', colour: 'moss' };
    const out = edited((scene) => {
      const view: SceneView = {
        ...{
          name: 'front',
          layers: ['Doors'],
          sets: [],
          hidden: [named(scene, 'Pin').id, named(scene, 'Hand').id],
        },
      };
      return [
        keep(scene, { name: 'all pins', how: 'live', query: 'name:pin' }),
        keep(scene, fixed(scene, 'grip', 'Hand', 'Frame')),
        { kind: 'named-layer', name: 'Doors', from: null, to: doors },
        { kind: 'named-view', name: 'front', from: null, to: view },
        { kind: 'rename', object: named(scene, 'Pin').id, from: 'Pin', to: 'bolt' },
        { kind: 'rename', object: named(scene, 'Hand').id, from: 'Hand', to: 'fist' },
      ] as Edit[];
    });
    const again = open(out);
    expect(names(again)).toEqual({
      ...{ moving: ['Drum', 'Rope'], 'lit:warm': ['Frame', 'Rope'] },
      ...{ 'all pins': 'name:pin', grip: ['fist', 'Frame'] },
    });
    expect(again.layers.get('Doors')).toEqual(doors);
    expect(again.views.get('front')!.hidden.map((id) => again.get(id).name)).toEqual(['bolt', 'fist']);
    expect(edited(() => [], out)).toBe(out);
    const bare = edited(
      (scene) => [keep(scene, { name: 'x', how: 'live', query: 'y' })],
      '#usda 1.0\ndef "a" {}\n',
    );
    expect(names(open(bare))).toEqual({ x: 'y' });
  });
  it('keep who is left when a member goes', () =>
    expect(names(open(edited((scene) => planRemove(scene, [named(scene, 'Rope').id]))))).toEqual({
      ...{ moving: ['Drum'], 'lit:warm': ['Frame'] },
    }));
  it('of a layer of no prims are kept too', () =>
    expect(
      names(
        open(
          edited(
            () => [
              { kind: 'named-set', name: 'e', from: null, to: { name: 'e', how: 'fixed', objects: [] } },
            ],
            '#usda 1.0',
          ),
        ),
      ),
    ).toEqual({ e: [] }));
  it('of a variant are changed there', () => {
    const text =
      '#usda 1.0\ndef "a" (\nvariants = { string v = "x" }\nvariantSets = "v"\n)\n{\nvariantSet "v" = { "x" {\nrel collection:c:includes = </a>\n}\n}\n}\n';
    expect(names(open(text))).toEqual({ c: ['a'] });
    expect(() => edited((scene) => [keep(scene, fixed(scene, 'c'))], text)).toThrowError(
      /stands in a variant/,
    );
  });
});
