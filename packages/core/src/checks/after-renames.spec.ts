import { applyChange } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { openSnapshot, takeSnapshot } from '../scene/snapshot.js';
import { randomTree, sceneFromOutline, seededRandom } from '../testing/index.js';
import type { Finding } from './check.js';
import { checkRegistry } from './registry.js';
import { CheckRun } from './check-run.js';

const parts = new CompiledConvention(partsConvention);
/** Numbers may be left out, so that one can lack among numbered ones. */
const loose = new CompiledConvention({
  ...partsConvention,
  patterns: {
    ...partsConvention.patterns,
    mesh: partsConvention.patterns.mesh!.map((part) => ({ ...part, optional: part.slot !== 'what' })),
  },
});
const mirrored = new CompiledConvention({
  ...partsConvention,
  checks: {
    'left-without-right': { parameters: { mirrored: true } },
    'parent-word': { severity: 'note' },
    'shape-follows': { severity: 'note' },
  },
});
/** Which pattern a name is held to hangs on what its parent is called. */
const special = new CompiledConvention({
  ...loose.source,
  special: [
    { title: 'below vents', where: 'under:*vent', pattern: [{ slot: 'what' }] },
    { title: 'below hulls', where: 'under:hull', pattern: [{ slot: 'side' }, { slot: 'what' }] },
  ],
});
const names = [
  'L_door001_oak_geo',
  'R_door001_oak_geo',
  'L_door002_oak_geo',
  'l_door002_oak_geo',
  'L_dorr001_oak_geo',
  'L_doorHandle004_oak_geo',
  'sheave1',
  'sheave01',
  'sheave3',
  'Sheave3',
  'shaeve7',
  'bolt_geo',
  'bolt001_geo',
  'bolt002_geo',
  'bolt003_geo',
  'cut_vent',
  'vent',
  'ÉTÉ',
  'été',
  'Hull',
  'hull',
  'handle window ladder bracket',
  'handel window',
  'x99999999999999999999',
  '',
];

describe('after renames', () => {
  for (const [title, convention] of [
    ['parts', parts],
    ['numbers that may be left out', loose],
    ['mirrored names asked', mirrored],
    ['patterns that hang on other names', special],
  ] as const)
    it(`the findings are those of the same scene opened anew: ${title}`, () => {
      const seen = new Set<string>();
      for (let seed = 1; seed <= 25; seed++) {
        const random = seededRandom(seed * 7);
        const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
        const scene = randomTree(random, 30);
        for (const { id } of [...scene.walk()]) scene.patch(id, { name: any(names) });
        const run = new CheckRun(scene, convention);
        run.all();
        for (let turn = 0; turn < 12; turn++) {
          const ids = [...scene.walk()].map(({ id }) => id);
          const edits: Edit[] = [];
          const now = new Map(ids.map((id) => [id, scene.get(id).name] as const));
          for (let k = Math.floor(random() * 3); k >= 0; k--) {
            const object = any(ids);
            const to = any(names);
            edits.push({ kind: 'rename', object, from: now.get(object)!, to });
            now.set(object, to);
          }
          expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
          run.after(edits);
          const anew = new CheckRun(
            openSnapshot(JSON.parse(JSON.stringify(takeSnapshot(scene))) as never),
            convention,
          );
          anew.all();
          const found = [...run.findings()];
          const say = (all: Iterable<Finding>): string[] =>
            [...all].map(({ object, check, because }) => `${object} ${check}: ${because}`);
          const [mine, right] = [new Set(say(found)), new Set(say(anew.findings()))];
          expect([...mine].filter((one) => !right.has(one)))
            .withContext(`seed ${seed}, turn ${turn}: too much`)
            .toEqual([]);
          expect([...right].filter((one) => !mine.has(one)))
            .withContext(`seed ${seed}, turn ${turn}: lacking`)
            .toEqual([]);
          for (const { check } of found) seen.add(check);
        }
      }
      for (const check of ['case-blind', 'number-series', 'misspelling']) expect(seen).toContain(check);
      if (convention === loose) expect(seen).toContain('number-lacking');
    });
  it('of one number among many, hardly anything is asked again', () => {
    const lines = Array.from({ length: 3000 }, (_, i) => `post${i + 1} : mesh @${(i + 1) * 3},0,0`);
    const scene = sceneFromOutline(['root : control', ...lines].join('\n'));
    let asked = 0;
    const run = new CheckRun(
      scene,
      parts,
      checkRegistry.map((check) => ({
        ...check,
        evaluate: (object, context) => (asked++, check.evaluate(object, context)),
      })),
    );
    run.all();
    asked = 0;
    const edits: Edit[] = [{ kind: 'rename', object: 1500, from: scene.get(1500).name, to: 'post9999' }];
    applyChange(scene, { label: '', edits });
    run.after(edits);
    expect(asked).toBeLessThan(200);
    expect(
      [...run.findings()].some(({ check, message }) => check === 'number-series' && /missing/.test(message)),
    ).toBeTrue();
  });
});
