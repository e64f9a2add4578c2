import { seededRandom } from '../testing/index.js';
import type { Finding } from './check.js';
import { findingBuffers, FindingColumns, FoundFindings, packFindings } from './packed-findings.js';

const sorts = ['name-pattern', 'empty-group', 'no-material'];
function some(random: () => number, object: number): Finding[] {
  return sorts
    .filter(() => random() < 0.4)
    .map((check, i) => ({
      check,
      severity: (['blocker', 'warning', 'note'] as const)[i % 3]!,
      object,
      messageId: 'm',
      message: `${check} is wrong`,
      because: `because ${Math.floor(random() * 1e6)} “ä” of ${object}`,
      ...(random() < 0.3 ? { slot: 'side' } : {}),
      fixable: random() < 0.5,
    }));
}

describe('packed findings', () => {
  it('are what was found, whatever came later of whom', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const random = seededRandom(seed);
      const known = new Map<number, Finding[]>();
      for (let id = 1; id <= 40; id++) known.set(id, some(random, id));
      const found = new FoundFindings();
      found.take(packFindings([...known].reverse()), true);
      for (let round = 0; round < 150; round++) {
        const again = new Map<number, Finding[]>();
        for (let i = 0; i < 1 + random() * 3; i++) {
          const id = 1 + Math.floor(random() * 60);
          again.set(id, some(random, id));
        }
        for (const [id, findings] of again) known.set(id, findings);
        found.take(structuredClone(packFindings(again)), false);
      }
      for (let id = 0; id <= 70; id++)
        expect(found.of(id))
          .withContext(`seed ${seed}, object ${id}`)
          .toEqual(known.get(id) ?? []);
    }
  });
  it('begin anew with a whole', () => {
    const found = new FoundFindings();
    const random = seededRandom(2);
    found.take(packFindings([[3, some(() => 0.1, 3)]]), false);
    expect(found.of(3)).toHaveSize(3);
    found.take(packFindings([[4, some(random, 4)]]), true);
    expect(found.of(3)).toEqual([]);
  });
  it('are handed over in a few buffers', () => {
    const packed = packFindings([[1, some(() => 0.1, 1)]]);
    structuredClone(packed, { transfer: findingBuffers(packed) });
    expect(packed.objects.length).toBe(0);
  });
  it('stand in columns in the order they are put in', () => {
    const columns = new FindingColumns();
    const all = Array.from({ length: 600 }, (_, i) => some(() => 0.1, i)).flat();
    const { objects, sorts: kinds } = packFindings([[1, all]]);
    all.forEach((_, i) => columns.add(objects[i]!, kinds.values[kinds.at[i]! - 1]!));
    expect(columns.length).toBe(1800);
    expect([columns.objects[900], columns.sortAt(900).check, columns.severityAt(901)]).toEqual([
      300,
      'name-pattern',
      'warning',
    ]);
  });
});
