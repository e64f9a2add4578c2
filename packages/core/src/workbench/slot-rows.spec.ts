import { parseQuery } from '../query/query.js';
import { tellFacts } from '../query/query-facts.js';
import { sceneFromOutline } from '../testing/outline.js';
import { slotRows } from './slot-rows.js';

describe('rows by what stands in a slot', () => {
  const scene = sceneFromOutline('R_b10\nL_a2\n  L_a10\nx');
  const side = (id: number): string => /^([LR])_/.exec(scene.get(id).name)?.[1] ?? '';
  const rows = (more: object = {}) =>
    slotRows(scene, { matches: null, text: side, down: false, grouped: false, folded: new Set(), ...more });
  const names = (made: ReturnType<typeof rows>) => [...made].map((row) => scene.get(row.id).name);

  it('are in natural order, whatever hangs under what; what has nothing there is last', () => {
    expect(names(rows())).toEqual(['L_a2', 'L_a10', 'R_b10', 'x']);
    expect(names(rows({ down: true }))).toEqual(['R_b10', 'L_a2', 'L_a10', 'x']);
    expect(names(rows({ matches: new Set([1, 3]) }))).toEqual(['L_a10', 'R_b10']);
  });
  it('are put together in groups, counted, and folded', () => {
    expect([...rows({ grouped: true })].map((row) => row.group ?? null)).toEqual([
      { label: 'L', count: 2 },
      null,
      { label: 'R', count: 1 },
      { label: '', count: 1 },
    ]);
    expect(names(rows({ grouped: true, folded: new Set(['L']) }))).toEqual(['L_a2', 'R_b10', 'x']);
  });
  it('can be asked for in a filter, as far as the scene is told of its convention', () => {
    const find = (text: string) =>
      [...scene.walk()].filter((one) => parseQuery(text)(scene, one)).map((one) => one.name);
    expect(find('slot.side:L')).toEqual([]);
    tellFacts(scene, { slot: (id, slot) => (slot === 'side' ? side(id) : '') });
    expect(find('slot.side:L')).toEqual(['L_a2', 'L_a10']);
    expect(find('slot.side:""')).toEqual(['x']);
    expect(find('-slot.side:[LR]')).toEqual(['x']);
  });
});
