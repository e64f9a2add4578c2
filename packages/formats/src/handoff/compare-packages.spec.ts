import { applyChange } from '@renquil/core/edits';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { planRename } from '@renquil/core/plans';
import { PathBook } from '@renquil/core/scene';
import { asItIs, makeOutgoing } from '@renquil/core/targets';
import { randomEdit, randomTree, seededRandom } from '@renquil/core/testing';
import type { Scene } from '@renquil/core/scene';
import { comparePackages } from './compare-packages.js';
import { namesMap } from './names-map.js';

const parts = new CompiledConvention(partsConvention);
const listOf = (scene: Scene): string => namesMap(new PathBook(scene), makeOutgoing(scene, parts, asItIs));

describe('a package and the one before it', () => {
  it('over random edits, differ by what was renamed, moved, added and taken out, and by nothing else', () => {
    const seen = { renamed: 0, moved: 0, added: 0, gone: 0 };
    for (let seed = 1; seed <= 120; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 20);
      const before = listOf(scene);
      const was = new Map([...scene.walk()].map(({ id, name, parent }) => [id, { name, parent }]));
      expect(comparePackages(before, before)).toEqual({ renamed: [], moved: [], added: [], gone: [] });
      for (let i = 0; i < 4; i++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      const { without } = makeOutgoing(scene, parts, asItIs);
      const going = [...scene.walk()].filter(({ id }) => !without.has(id));
      // What stayed home before is not in the list before: only scenes where all goes are compared with what was done.
      if (without.size) continue;
      const made = comparePackages(before, listOf(scene));
      const same = going.filter(({ id }) => was.has(id));
      expect(made.added.map(({ object }) => object)).toEqual(
        going.filter(({ id }) => !was.has(id)).map(({ id }) => id),
      );
      expect(new Set(made.gone.map(({ object }) => object))).toEqual(
        new Set([...was.keys()].filter((id) => !scene.find(id))),
      );
      expect(made.renamed.map(({ object }) => object)).toEqual(
        same.filter(({ id, name }) => was.get(id)!.name !== name).map(({ id }) => id),
      );
      expect(made.moved.map(({ object }) => object)).toEqual(
        same.filter(({ id, parent }) => was.get(id)!.parent !== parent).map(({ id }) => id),
      );
      for (const key of ['renamed', 'moved', 'added', 'gone'] as const) seen[key] += made[key].length;
    }
    for (const count of Object.values(seen)) expect(count).toBeGreaterThan(10);
  });
  it('tells a rename from a move of what hangs below', () => {
    const scene = randomTree(seededRandom(3), 12);
    const top = [...scene.walk()].find(({ children }) => children.length)!;
    const before = listOf(scene);
    const to = `${top.name}_x`;
    applyChange(scene, { label: '', edits: planRename(scene, new Map([[top.id, to]])) });
    expect(comparePackages(before, listOf(scene))).toEqual({
      ...{ moved: [], added: [], gone: [] },
      renamed: [{ object: top.id, from: to.slice(0, -2), to }],
    });
  });
  it('refuses what is no list of names', () =>
    expect(() => comparePackages('a,b\r\n1,2\r\n', 'id,sent\r\n')).toThrowError(/no list of the names/));
});
