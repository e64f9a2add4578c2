import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { applyChange } from '@renquil/core/edits';
import { distance, toMatrix } from '@renquil/core/math';
import { openSnapshot, takeSnapshot, type Scene } from '@renquil/core/scene';
import { randomEdit, randomTree, seededRandom } from '@renquil/core/testing';
import { changesBetween } from '../changes/changes-between.js';
import { openScene, wayBackOf } from '../scene-file.js';
import { listScene } from './write-listing.js';

const examples = fileURLToPath(new URL('../../../../examples/', import.meta.url));
const readers: readonly (readonly [string, string[]])[] = [
  ['python3', [join(examples, 'apply_changes.py')]],
  [process.execPath, ['--import', 'tsx', join(examples, 'apply-changes.ts')]],
];

describe('the examples that come with Renquil', () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'renquil-examples-'));
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  const put = (name: string, content: Uint8Array | string): string => {
    writeFileSync(join(folder, name), content);
    return join(folder, name);
  };
  const run = ([command, args]: readonly [string, string[]], ...more: string[]): string =>
    execFileSync(command, [...args, ...more], { encoding: 'utf8', stdio: 'pipe' });
  const open = (bytes: Uint8Array): Scene => openScene(bytes, 'a.json').scene;
  const told = (scene: Scene): object[] =>
    [...scene.walk()].map(({ id, name, layer, switches, mark, attributes }) => {
      const path = [...scene.ancestors(id)].map((one) => one.name);
      return { name, path, layer, switches, mark, attributes: { ...attributes } };
    });
  const apart = (a: Scene, b: Scene): number => {
    const [one, other] = [[...a.walk()], [...b.walk()]];
    return Math.max(...one.map(({ local }, i) => distance(toMatrix(local), toMatrix(other[i]!.local))));
  };

  it('write a listing that is read', () => {
    const file = join(folder, 'written.json');
    run(['python3', [join(examples, 'write_listing.py')]], file);
    const scene = open(new Uint8Array(readFileSync(file)));
    expect([...scene.walk()].map(({ name }) => name)).toEqual(['trolley', 'frame', 'wheel 0', 'wheel 1']);
    expect(
      scene
        .world(3)
        .slice(12, 15)
        .map((n) => Math.round(n * 1e9) / 1e9),
    ).toEqual([0.9, 0.32, 0]);
  });
  for (const reader of readers) {
    it(`run a change list over a listing: ${reader[1].at(-1)!.split('/').pop()}`, () => {
      for (let seed = 1; seed <= 8; seed++) {
        const random = seededRandom(seed);
        const tree = randomTree(random, 20, 'even');
        const listing = JSON.parse(new TextDecoder().decode(listScene(tree, false))) as {
          objects: {
            id: number | string;
            parent: number | string | null;
            world?: unknown;
            matrix?: unknown;
          }[];
        };
        // Ids of another program, and every third place in the world.
        listing.objects.forEach((object, i) => {
          object.id = `#${object.id}`;
          if (object.parent !== null) object.parent = `#${object.parent}`;
          if (i % 3 || seed % 2) return;
          for (const key of ['translation', 'rotation', 'scale'])
            delete (object as unknown as Record<string, unknown>)[key];
          object.world = tree.world(Number(object.id.slice(1)));
        });
        const bytes = new TextEncoder().encode(JSON.stringify({ ...listing, metersPerUnit: 0.01, up: 'Z' }));
        const scene = open(bytes);
        const before = openSnapshot(takeSnapshot(scene));
        for (let n = 0; n < 30; n++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
        const list = changesBetween(before, scene, wayBackOf(bytes, 'a.json'));
        const result = join(folder, 'result.json');
        run(reader, put('listing.json', bytes), put('changes.json', JSON.stringify(list)), result);
        const again = open(new Uint8Array(readFileSync(result)));
        expect(told(again)).withContext(`seed ${seed}`).toEqual(told(scene));
        expect(apart(again, scene)).withContext(`seed ${seed}`).toBeLessThan(1e-9);
      }
    });
    it(`stop where the scene is another: ${reader[1].at(-1)!.split('/').pop()}`, () => {
      const listing = { renquil: 'listing/1', objects: [{ id: 1, name: 'a', parent: null }] };
      const changes = [{ op: 'rename', object: 1, path: '/a', was: 'b', to: 'c' }];
      const files = [
        put('l.json', JSON.stringify(listing)),
        put('c.json', JSON.stringify({ renquil: 'changes/1', changes })),
      ];
      expect(() => run(reader, ...files, join(folder, 'none.json'))).toThrowError(
        /\/a: was to be .b., and is .a./,
      );
    });
  }
});
