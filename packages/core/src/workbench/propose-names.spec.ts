import { CheckRun } from '../checks/check-run.js';
import { isDefaultName, withoutCopyMarks } from '../names/default-names.js';
import { highConfidence, leastConfidence } from '../names/propose/proposal.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { readName } from '../names/slots/read-name.js';
import { splitWords } from '../names/split-words.js';
import type { Scene } from '../scene/scene.js';
import { sceneFromOutline } from '../testing/outline.js';
import { seededRandom } from '../testing/random-edits.js';
import { proposeNames } from './propose-names.js';

const parts = new CompiledConvention(partsConvention);
const whats = ['door', 'lamp', 'hook', 'railPeg', 'plate'];
const wrong = [
  'Cube.003',
  'lampp left',
  'door',
  'L_hook',
  'R-rail-steel',
  'mesh_7',
  'plate_final',
  'LF_lamp001_steel_geo',
];

/** Pairs and things in the middle, some of them called wrongly. */
function randomScene(random: () => number): Scene {
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const lines = ['body_grp'];
  whats.forEach((what, row) => {
    const called = (name: string): string => (random() < 0.3 ? any(wrong) : name);
    const size = `~${row + 1},1,1`;
    for (const [side, x] of [
      ['L', 9],
      ['R', -9],
    ] as const)
      lines.push(`  ${called(`${side}_${what}001_steel_geo`)} : mesh @${x},${row * 4},0 ${size}`);
    lines.push(`  ${called(`C_${what}002_steel_geo`)} : mesh @0,${row * 4},6 ${size}`);
  });
  return sceneFromOutline(lines.join('\n'));
}
const idsOf = (scene: Scene): number[] => [...scene.walk()].map((object) => object.id);

describe('names proposed with the checks at hand', () => {
  it('leave every name as it is that fits and that no check finds more than a note of', () => {
    let kept = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const scene = randomScene(seededRandom(seed));
      const run = new CheckRun(scene, parts);
      run.all();
      for (const { object, before, after, confidence } of proposeNames(scene, parts, idsOf(scene))) {
        const { kind, name } = scene.get(object);
        const faults = run.of(object).filter(({ severity }) => severity !== 'note');
        const isFaulty = faults.some(({ check }) => check !== 'facing' && nameChecks.has(check));
        if (!readName(parts, kind, name).fits || isFaulty) continue;
        kept++;
        expect(after)
          .withContext(`seed ${seed}, ${Math.round(confidence * 100)} %`)
          .toBe(before);
      }
    }
    expect(kept).toBeGreaterThan(300);
  });
  it('are the same in whatever order objects are given', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const random = seededRandom(seed);
      const scene = randomScene(random);
      const ids = idsOf(scene);
      const mixed = ids
        .map((id) => [random(), id] as const)
        .sort((a, b) => a[0] - b[0])
        .map(([, id]) => id);
      expect(proposeNames(scene, parts, mixed))
        .withContext(`seed ${seed}`)
        .toEqual(proposeNames(scene, parts, ids));
    }
  });
  it('account for every word of a name that they would take the place of', () => {
    const strays = [
      'zebra',
      'big',
      'left',
      'steele',
      'Front',
      'qwx',
      'old',
      'copy',
      'geometry',
      'LF',
      'Peg',
      'upper',
    ];
    let changed = 0;
    for (let seed = 1; seed <= 80; seed++) {
      const random = seededRandom(seed);
      const scene = randomScene(random);
      for (const object of [...scene.walk()]) {
        if (random() > 0.4) continue;
        const words = object.name.split('_');
        words.splice(
          Math.floor(random() * (words.length + 1)),
          0,
          strays[Math.floor(random() * strays.length)]!,
        );
        scene.patch(object.id, { name: words.join(random() < 0.7 ? '_' : ' ') });
      }
      for (const { before, after, confidence, guesses } of proposeNames(scene, parts, idsOf(scene))) {
        if (after === null || after === before || confidence < highConfidence) continue;
        changed++;
        const bare = withoutCopyMarks(before);
        if (isDefaultName(bare)) continue;
        const said = guesses
          .map(({ because, alternatives }) => [
            because,
            ...alternatives.map((one) => `${one.text} ${one.because}`),
          ])
          .flat()
          .join(' ')
          .toLowerCase();
        for (const { text } of splitWords(bare)) {
          const low = text.toLowerCase();
          const isSpelled = [...parts.slots.values()].some(({ spelled }) => spelled.has(low));
          const isAcross = /^[LRC][FBTU]$/.test(text) || /^\d+$/.test(text);
          const stays = after
            .toLowerCase()
            .replace(/[^a-z]/g, '')
            .includes(low);
          if (!isSpelled && !isAcross && !stays)
            expect(said).withContext(`seed ${seed}: "${before}" to "${after}"`).toContain(low);
        }
      }
    }
    expect(changed).toBeGreaterThan(100);
  });
  it('are no two the same, and are read again as they were put together', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const scene = randomScene(seededRandom(seed));
      const made = proposeNames(scene, parts, idsOf(scene)).filter((one) => one.after !== null);
      expect(new Set(made.map((one) => one.after)).size)
        .withContext(`seed ${seed}`)
        .toBe(made.length);
      for (const { object, after, guesses } of made) {
        const reading = readName(parts, scene.get(object).kind, after!);
        expect(reading.fits).withContext(after!).toBeTrue();
        for (const { slot, text, confidence } of guesses)
          if (confidence >= leastConfidence)
            expect(reading.slots.get(slot)?.text ?? '')
              .withContext(`${after}: ${slot}`)
              .toBe(text);
      }
    }
  });
});

describe('many objects of one name', () => {
  it('are proposed for in time that grows with them, not with their square', () => {
    const steps = (count: number): number => {
      const scene = sceneFromOutline(
        Array.from({ length: count }, () => 'door001_steel_geo : mesh').join('\n'),
      );
      let looks = 0;
      const { withName } = scene;
      scene.withName = (name) => {
        const found = withName.call(scene, name);
        return {
          size: found.size,
          has: (id) => found.has(id),
          *[Symbol.iterator]() {
            for (const id of found) {
              looks++;
              yield id;
            }
          },
        };
      };
      proposeNames(scene, parts, idsOf(scene));
      return looks;
    };
    expect(steps(400)).toBeLessThan(steps(200) * 3);
  });
});

const nameChecks: ReadonlySet<string> = new Set([
  'case-blind',
  'default-name',
  'forbidden-characters',
  'helper-prefix',
  'left-without-right',
  'misspelling',
  'name-pattern',
  'not-unique',
  'place-position',
  'reserved-word',
  'side-position',
  'surface-material',
  'too-long',
  'type-kind',
  'unlisted-word',
  'unnamed',
]);
