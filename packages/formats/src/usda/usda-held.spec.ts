import { applyChange, type Edit } from '@renquil/core/edits';
import { planRename } from '@renquil/core/plans';
import type { Scene } from '@renquil/core/scene';
import { openGltf } from '../gltf/gltf-source.js';
import { sceneOf } from '../gltf/read-gltf.js';
import { openScene } from '../scene-file.js';
import { openUsda, usdaGltf } from './read-usda.js';
import { writeUsda } from './write-usda.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const kit = `#usda 1.0
class "_kit"
{
    def Xform "Bolt"
    {
        def Cube "Head"
        {
        }
    }
    def Skeleton "Rig"
    {
        uniform token[] joints = ["hip", "hip/knee"]
    }
}
def Xform "Set"
{
    def Xform "a" (
        inherits = </_kit>
    )
    {
    }
    def Xform "b" (
        references = </Set/a>
    )
    {
        over "Bolt"
        {
            token visibility = "invisible"
        }
    }
    def Xform "one" (
        inherits = </_kit>
        instanceable = true
    )
    {
    }
}
`;
const lines = (scene: Scene): string[] =>
  [...scene.walk()].map(({ id, name, held }) => {
    const from = held && 'object' in held ? ` = ${held.object}` : '';
    return `${id} ${'.'.repeat([...scene.ancestors(id)].length)}${name}${from}`;
  });
const idOf = (scene: Scene, name: string, nth = 0): number =>
  [...scene.walk()].filter((one) => one.name === name)[nth]!.id;
function edited(edit: (scene: Scene) => readonly Edit[]): string {
  const opened = openScene(utf8(kit), 'kit.usda');
  expect(applyChange(opened.scene, { label: '', edits: edit(opened.scene) }).ok).toBeTrue();
  return new TextDecoder().decode(opened.write(opened.scene).bytes);
}

describe('what is taken over within a layer', () => {
  it('is there as objects that follow those they come from, joints too, but not of an instance', () =>
    expect(lines(openScene(utf8(kit), 'kit.usda').scene)).toEqual([
      ...['1 _kit', '2 .Bolt', '3 ..Head', '4 .Rig', '15 ..hip', '16 ...knee'],
      ...['5 Set', '6 .a', '10 ..Bolt = 2', '14 ...Head = 3', '11 ..Rig = 4', '17 ...hip = 15'],
      ...['18 ....knee = 16', '7 .b', '8 ..Bolt = 10', '13 ...Head = 14', '12 ..Rig = 11'],
      ...['19 ...hip = 17', '20 ....knee = 18', '9 .one'],
    ]));
  it('is renamed with it, over words too, and comes back so', () => {
    const out = edited((scene) =>
      planRename(
        scene,
        new Map([
          [idOf(scene, 'Bolt'), 'bolt_grp'],
          [idOf(scene, 'knee'), 'shin'],
        ]),
      ),
    );
    expect(out).toContain('over "bolt_grp"');
    const again = openScene(utf8(out), 'kit.usda').scene;
    expect([...again.walk()].filter(({ name }) => name === 'bolt_grp').length).toBe(3);
    expect([...again.walk()].filter(({ name }) => name === 'shin').length).toBe(3);
  });
  it('has the notes of where it comes from, and its own over them', () => {
    const noted = `#usda 1.0
class "_c" (customData = { string maker = "shop" })
{
    custom int lod = 1
    def "in"
    {
        custom string grade = "a"
    }
}
def "x" (inherits = </_c>)
{
    custom int lod = 2
    over "in"
    {
        custom string tag = "b"
    }
}
`;
    const { scene } = openScene(utf8(noted), 'a.usda');
    const notes = (name: string, nth: number): object => scene.get(idOf(scene, name, nth)).attributes;
    expect(notes('x', 0)).toEqual({ lod: 2, 'customData:maker': 'shop' });
    expect(notes('in', 1)).toEqual({ grade: 'a', tag: 'b' });
  });
  it('is said over where it is placed, under the name that it gets at the same time', () => {
    const out = edited((scene) => {
      const head = scene.get(idOf(scene, 'Head', 1));
      return [
        ...planRename(scene, new Map([[idOf(scene, 'Head'), 'hex_geo']])),
        {
          kind: 'transform',
          object: head.id,
          from: head.local,
          to: { t: [1, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] },
        },
      ];
    });
    expect(out).toContain('over "hex_geo"');
    const again = openScene(utf8(out), 'kit.usda').scene;
    expect(again.world(idOf(again, 'hex_geo', 1))[12]).toBe(1);
    expect([0, 2].map((nth) => again.world(idOf(again, 'hex_geo', nth))[12])).toEqual([0, 0]);
  });
  it('of a scene that came when it was one with who takes it over is written as it was read', () => {
    const opened = openUsda(utf8(kit), 'kit.usda');
    const before = openUsda(utf8(kit), 'kit.usda', undefined, true);
    const made = openGltf(usdaGltf(before, 'was.glb').bytes, 'was.glb').json;
    const scene = sceneOf(made);
    expect([...scene.walk()].filter(({ name }) => name === 'Bolt').length).toBe(1);
    const edits = planRename(
      scene,
      new Map([
        [idOf(scene, 'a'), 'A_grp'],
        [idOf(scene, 'Bolt'), 'bolt_grp'],
      ]),
    );
    expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
    const out = new TextDecoder().decode(writeUsda(opened, scene, made));
    expect(out).toBe(
      kit.replaceAll('"a"', '"A_grp"').replaceAll('/a>', '/A_grp>').replaceAll('"Bolt"', '"bolt_grp"'),
    );
  });
});
