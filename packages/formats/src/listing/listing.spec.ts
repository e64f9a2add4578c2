import { applyChange } from '@renquil/core/edits';
import { openSnapshot, takeSnapshot, type Scene } from '@renquil/core/scene';
import { outlineOf, randomEdit, randomTree, sceneFromOutline, seededRandom } from '@renquil/core/testing';
import validator from 'gltf-validator';
import { applyChangeList } from '../changes/apply-change-list.js';
import { changesBetween } from '../changes/changes-between.js';
import { openScene, wayBackOf, writeScene } from '../scene-file.js';
import { parseListing } from './parse-listing.js';
import { listingGltf } from './read-listing.js';
import { listScene } from './write-listing.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
const head = { renquil: 'listing/1' };
const listing = (objects: readonly object[], more: object = {}): Uint8Array =>
  utf8(JSON.stringify({ ...head, ...more, objects }));
const one = (more: object): object => ({ id: 1, name: 'a', parent: null, ...more });
const open = (bytes: Uint8Array): Scene => openScene(bytes, 'a.json').scene;

describe('a scene listing', () => {
  it('is a tree whatever the order of its objects', () => {
    const objects = [
      { id: 'x', name: 'child', parent: 7 },
      { id: 7, name: 'root', parent: null },
      { id: 'y', name: 'other', parent: 7 },
    ];
    expect(outlineOf(open(listing(objects))).trim()).toBe('root\n  child\n  other');
    const lines = [head, ...objects].map((line) => JSON.stringify(line)).join('\n');
    expect(outlineOf(open(utf8(lines))).trim()).toBe('root\n  child\n  other');
  });
  it('says what an object is, fills and wears', () => {
    const scene = open(
      listing([
        one({
          ...{ kind: 'mesh', bounds: { min: [-1, 0, 0], max: [1, 2, 0.5] }, faces: 1200, vertices: 700 },
          ...{ materials: ['steel', 'rubber'], layer: 'Set', visible: false, attributes: { lod: 2 } },
          renquil: { switches: { goes: false }, mark: { colour: 'red', word: 'todo' } },
        }),
        { id: 2, name: 'rig', parent: 1, kind: 'nullObject' },
      ]),
    );
    const object = scene.get(1);
    expect(scene.shapes[object.shape!]).toEqual(
      jasmine.objectContaining({
        faces: 1200,
        vertices: 700,
        bounds: { min: [-1, 0, 0], max: [1, 2, 0.5] },
        fixed: 'listed',
      }),
    );
    expect(object.materials.map((at) => scene.materials[at]!.name)).toEqual(['steel', 'rubber']);
    expect<unknown[]>([
      object.layer,
      object.switches.shown,
      object.switches.goes,
      { ...object.attributes },
      object.mark?.word,
    ]).toEqual(['Set', false, false, { lod: 2 }, 'todo']);
    expect(scene.get(2).kind).toBe('group');
  });
  it('measures in its own units, with its own up, of the parent or of the world', () => {
    const objects = [
      one({ translation: [100, 0, 50] }),
      { id: 2, name: 'b', parent: 1, world: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 100, 200, 350, 1] },
      { id: 3, name: 'c', parent: 2, matrix: [0, 1, 0, 0, -1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 100, 1] },
    ];
    const scene = open(listing(objects, { metersPerUnit: 0.01, up: 'Z' }));
    const place = (id: number): number[] =>
      scene
        .world(id)
        .slice(12, 15)
        .map((n) => Math.round(n * 1e9) / 1e9 || 0);
    expect([place(1), place(2), place(3)]).toEqual([
      [1, 0.5, 0],
      [1, 3.5, -2],
      [1, 4.5, -2],
    ]);
    // A quarter turn about what is up stays one.
    expect(scene.world(3)[0]).toBeCloseTo(0, 9);
    expect(scene.world(3)[2]).toBeCloseTo(-1, 9);
  });
  it('gives boxes that the Khronos validator finds nothing wrong with', async () => {
    const box = { min: [0, 0, 0], max: [1, 1, 1] };
    const bytes = listing([
      one({ bounds: box, faces: 3, materials: ['a', 'b', 'c'] }),
      { id: 2, name: '', parent: 1, bounds: box },
    ]);
    const report = (await validator.validateBytes(
      listingGltf(parseListing(bytes, 'a.json'), 'made.glb').bytes,
    )) as {
      issues: { numErrors: number; numWarnings: number };
    };
    expect(report.issues.numErrors + report.issues.numWarnings)
      .withContext(JSON.stringify(report.issues))
      .toBe(0);
  });

  const bad: readonly (readonly [what: string, bytes: Uint8Array, says: RegExp])[] = [
    [
      'a text that is no JSON',
      utf8('{"renquil":"listing/1",\n"objects":[}'),
      /line 2, column 1\d: this is not JSON/,
    ],
    ['a line that is none', utf8(`${JSON.stringify(head)}\n\n{"id":`), /line 3: this is not JSON/],
    ['another version', listing([], { renquil: 'listing/2' }), /renquil: this is not "listing\/1"/],
    ['no objects', utf8('{"renquil":"listing/1","objects":3}'), /objects: this is not a list/],
    ['units of none', listing([], { metersPerUnit: 0 }), /metersPerUnit: /],
    ['another up', listing([], { up: 'X' }), /up: /],
    ['an object that is none', listing([3 as unknown as object]), /objects\[0\]: this is not/],
    ['no id', listing([one({ id: null })]), /objects\[0\]\.id: /],
    ['no name', listing([one({ name: 3 })]), /objects\[0\]\.name: /],
    ['an id twice', listing([one({}), one({})]), /objects\[1\]\.id: 1 is the id of object 1 too/],
    [
      'a parent that is not there',
      listing([one({ parent: 'x' })]),
      /objects\[0\]\.parent: there is no object with the id "x"/,
    ],
    [
      'a ring',
      listing([one({}), { id: 2, name: '', parent: 3 }, { id: 3, name: '', parent: 2 }]),
      /objects\[1\]\.parent: it hangs below itself/,
    ],
    [
      'two numbers for a place',
      listing([one({ translation: [1, 2] })]),
      /objects\[0\]\.translation: these are not 3/,
    ],
    ['a turn that is none', listing([one({ rotation: [0, 0, 0, 2] })]), /rotation: this is not a unit/],
    [
      'rows for columns',
      listing([one({ matrix: [1, 0, 0, 5, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1] })]),
      /the translation is the 13th to 15th/,
    ],
    [
      'two places',
      listing([one({ world: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1], scale: [1, 1, 1] })]),
      /world: there is a local/,
    ],
    [
      'bounds inside out',
      listing([one({ bounds: { min: [1, 0, 0], max: [0, 0, 0] } })]),
      /bounds: min is above max/,
    ],
    ['half a face', listing([one({ faces: 0.5 })]), /faces: /],
    ['a material that is no text', listing([one({ materials: [1] })]), /materials: /],
    [
      'a line without an end',
      utf8(`${JSON.stringify(head)}\n{"id":1,"name":"${'x'.repeat(1_000_100)}","parent":null}`),
      /line 2: it is longer than 1 MB/,
    ],
    [
      'a line with a bad member',
      utf8(`${JSON.stringify(head)}\n{"id":1,"name":"a","parent":null,"faces":-1}`),
      /line 2, faces: /,
    ],
  ];
  for (const [what, bytes, says] of bad)
    it(`is refused for ${what}`, () => expect(() => open(bytes)).toThrowError(says));
  it('is asked for where a .json is something else', () =>
    expect(() => openScene(utf8('{"a":1}'), 'a.json')).toThrowError(/no scene listing/));

  describe('takes back', () => {
    const edited = (
      objects: readonly object[],
      edit: (scene: Scene) => void,
      more: object = {},
    ): Record<string, unknown>[] => {
      const bytes = listing(objects, more);
      const scene = open(bytes);
      edit(scene);
      return (
        JSON.parse(text(writeScene(bytes, 'a.json', scene).bytes)) as { objects: Record<string, unknown>[] }
      ).objects;
    };
    it('nothing as the same bytes', () => {
      const bytes = listing([one({ world: [2, 0, 0, 0, 0, 2, 0, 0, 0, 0, 2, 0, 1, 1, 1, 1], theirs: 1 })], {
        metersPerUnit: 0.1,
      });
      expect(writeScene(bytes, 'a.json', open(bytes)).bytes).toBe(bytes);
    });
    it('nothing as the same bytes, where children stand before their parents too', () => {
      const bytes = listing([{ id: 2, name: 'b', parent: 1 }, one({})]);
      expect(writeScene(bytes, 'a.json', open(bytes)).bytes).toBe(bytes);
    });
    it('a name, and leaves what else stands there, known or not', () =>
      expect(
        edited([one({ theirs: [1], layer: 'x', kind: 'nullObject' })], (s) => s.patch(1, { name: 'b' })),
      ).toEqual([
        one({ name: 'b', theirs: [1], layer: 'x', kind: 'nullObject' }) as Record<string, unknown>,
      ]));
    it('a place in the words and units that it came in', () => {
      const world = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 100, 0, 0, 1];
      const [first, second] = edited(
        [one({ translation: [100, 0, 0] }), { id: 2, name: 'b', parent: null, world }],
        (s) => {
          for (const id of [1, 2]) s.patch(id, { local: { t: [1, 2, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } });
        },
        { metersPerUnit: 0.01, up: 'Z' },
      );
      expect(first!['translation']).toEqual([100, 0, 200]);
      expect((second!['world'] as number[]).slice(12, 15)).toEqual([100, 0, 200]);
    });
    it('a group and what was taken out, in the order of the tree', () => {
      const made = edited(
        [one({}), { id: 'b', name: 'b', parent: null }, { id: 'c', name: 'c', parent: 'b' }],
        (s) => {
          s.remove(3);
          applyChangeList(s, {
            renquil: 'changes/1',
            changes: [{ op: 'group', objects: [2], name: 'g', pivot: 'origin' }],
          });
        },
      );
      expect(made).toEqual([
        one({}) as Record<string, unknown>,
        { id: 4, name: 'g', parent: null, kind: 'group' },
        { id: 'b', name: 'b', parent: 4 },
      ]);
    });
  });

  it('law: any scene as a listing, as text or as lines, is the same scene again', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 25, 'any');
      for (let n = 0; n < 20; n++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      for (const isLines of [false, true]) {
        const again = open(listScene(scene, isLines));
        const told = (of: Scene): object[] =>
          [...of.walk()].map(({ name, local, layer, switches, mark, kind }) => ({
            name,
            local,
            layer,
            switches,
            mark,
            kind,
          }));
        expect(told(again)).withContext(`seed ${seed}`).toEqual(told(scene));
      }
    }
  });
  it('law: edits, as a change list with the ids of the listing, lead where writing the scene leads', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const random = seededRandom(seed);
      const bytes = listScene(randomTree(random, 20, 'any'), false);
      const scene = open(bytes);
      const before = openSnapshot(takeSnapshot(scene));
      for (let n = 0; n < 20; n++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      const list = changesBetween(before, scene, wayBackOf(bytes, 'a.json'));
      applyChangeList(before, list);
      // Shapes and rests are in no change list.
      const told = (of: Scene): object[] =>
        parseListing(writeScene(bytes, 'a.json', of).bytes, 'a.json').objects.map(
          ({
            bounds: _bounds,
            faces: _faces,
            vertices: _vertices,
            materials: _materials,
            renquil = {},
            ...rest
          }) => ({
            ...rest,
            ours: [renquil['switches'], renquil['mark']],
          }),
        );
      expect(told(before)).withContext(`seed ${seed}`).toEqual(told(scene));
    }
  });
  it('holds the outline of a scene of a mesh, with its box', () => {
    const scene = sceneFromOutline('a\n  m : mesh @1,2,3');
    const again = open(listScene(scene, false));
    expect(outlineOf(again)).toBe(outlineOf(scene));
    expect(again.shapes[again.get(2).shape!]!.bounds).toEqual(scene.shapes[scene.get(2).shape!]!.bounds);
  });
});
