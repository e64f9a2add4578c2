import { applyChange } from '../../edits/change.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
import { randomTree, sceneFromOutline, seededRandom } from '../../testing/index.js';
import { testCheck } from '../../testing/check-tester.js';
import { CheckRun } from '../check-run.js';
import { mappedClash } from './mapped-clash.js';

const cut = {
  ...partsConvention,
  checks: { 'mapped-clash': { parameters: { longest: 6, capitals: false } } },
};

testCheck(mappedClash, {
  valid: [
    'door : mesh\ndoor b : mesh',
    'door : mesh\nDoor : mesh',
    '- : mesh\n. : mesh',
    'a : mesh\na : mesh',
  ],
  invalid: [
    {
      scene: 'door left : mesh\ndoor_left : mesh',
      findings: [{ at: '/door left', messageId: 'clash', message: 'like door_left' }],
      fixed: 'door_left001 : mesh\ndoor_left : mesh',
    },
    {
      scene: 'a b : mesh\na-b : mesh\na.b : mesh',
      findings: [
        { at: '/a-b', messageId: 'clash', message: 'like a b' },
        { at: '/a.b', messageId: 'clash', message: 'like a b' },
      ],
      fixed: 'a b : mesh\na_b : mesh\na_b001 : mesh',
    },
  ],
});

describe('check mapped-clash, of a target that cuts names and ignores capitals', () => {
  const convention = new CompiledConvention(cut);
  it('finds what is one there', () => {
    const scene = sceneFromOutline('doorLeft : mesh\ndoorLe : mesh\nDOORLEG : mesh\nlamp : mesh');
    const run = new CheckRun(scene, convention, [mappedClash]);
    run.all();
    expect([...run.findings()].map(({ object, message }) => [scene.get(object).name, message])).toEqual(
      [
        ['doorLe', 'like DOORLEG'],
        ['doorLeft', 'like DOORLEG'],
      ].sort((a) => (a[0] === 'doorLeft' ? -1 : 1)),
    );
  });
  it('follows renames as a full run has it', () => {
    const names = ['a b', 'a_b', 'A-B', 'a.b', 'doorLeft', 'doorLe', 'DoorLeg', 'x', '', '!!', 'ab'];
    for (let seed = 1; seed <= 40; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 12);
      const run = new CheckRun(scene, convention, [mappedClash]);
      run.all();
      for (let i = 0; i < 40; i++) {
        const object = [...scene.walk()][Math.floor(random() * scene.size)]!;
        const to = names[Math.floor(random() * names.length)]!;
        const edits = [{ kind: 'rename' as const, object: object.id, from: object.name, to }];
        if (!applyChange(scene, { label: '', edits }).ok) continue;
        run.after(edits);
        const full = new CheckRun(scene, convention, [mappedClash]);
        full.all();
        expect([...run.findings()])
          .withContext(`seed ${seed}, edit ${i}`)
          .toEqual([...full.findings()]);
      }
    }
  });
});
