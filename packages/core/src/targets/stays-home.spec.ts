import { applyChange } from '../edits/change.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { randomEdit, randomTree, seededRandom, sceneFromOutline } from '../testing/index.js';
import { mayChangeHome, staysHome } from './stays-home.js';

const convention = new CompiledConvention(partsConvention);
const [prefix] = convention.source.helpers.prefixes;

describe('what stays home', () => {
  it('is the same after edits that cannot change it, over random trees and edits', () => {
    const said = { yes: 0, no: 0 };
    for (let seed = 1; seed <= 150; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 14, 'any');
      for (const { id } of [...scene.walk()]) {
        if (random() < 0.1) scene.patch(id, { name: `${prefix}x${id}` });
        if (random() < 0.05) scene.patch(id, { kind: 'helper' });
      }
      for (let i = 0; i < 20; i++) {
        const before = staysHome(scene, convention);
        const edits = randomEdit(scene, random);
        if (!applyChange(scene, { label: '', edits }).ok) continue;
        const after = staysHome(scene, convention);
        const may = mayChangeHome(scene, convention, before, edits);
        said[may ? 'yes' : 'no']++;
        if (!may)
          expect([...after.all].sort())
            .withContext(`seed ${seed}: ${JSON.stringify(edits)}`)
            .toEqual([...before.all].sort());
      }
    }
    expect(said.no).toBeGreaterThan(200);
    expect(said.yes).toBeGreaterThan(50);
  });
  it('is looked at again for a helper that comes or goes', () => {
    const scene = sceneFromOutline('a_grp : group\n  b : mesh');
    const home = staysHome(scene, convention);
    const rename = { kind: 'rename', object: 2, from: 'b', to: `${prefix}b` } as const;
    expect(mayChangeHome(scene, convention, home, [rename])).toBe(true);
    expect(mayChangeHome(scene, convention, home, [{ ...rename, to: 'c' }])).toBe(false);
  });
});
