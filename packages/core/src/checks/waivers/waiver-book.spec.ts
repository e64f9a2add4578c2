import { applyChange } from '../../edits/change.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
import { planMove } from '../../plans/plan-move.js';
import { newGroup } from '../../scene/new-group.js';
import { Scene } from '../../scene/scene.js';
import { pathOf } from '../../scene/paths.js';
import { sceneFromOutline } from '../../testing/index.js';
import { runGate } from '../../workbench/gate.js';
import { CheckRun } from '../check-run.js';
import { namingStatisticsOf } from '../naming-statistics.js';
import { holdsAt, sayUntil, type Waiver, type WaiverScope } from './waiver.js';
import { WaiverBook } from './waiver-book.js';

const outline = 'root\n  a\n    door left : mesh\n    lamp two : mesh\n  b\n    bolt three : mesh';
const now = { version: 3, day: '2026-11-30' };
const waiver = (scope: WaiverScope, until: Waiver['until'] = {}): Waiver => ({
  id: 1,
  scope,
  reason: 'agreed',
  until,
});

describe('waivers', () => {
  const check = 'forbidden-characters';
  const scene = () => sceneFromOutline(outline);
  const at = (name: string, of = scene()): number => [...of.withName(name)][0]!;
  const waived = (one: Waiver, of = scene()): string[] => {
    const book = new WaiverBook(of, [one], now);
    return [...of.walk()].filter(({ id }) => book.of(id, check)).map(({ name }) => name);
  };
  const finding = { of: 'finding', check, object: at('door left'), path: '/root/a/door left' } as const;

  for (const [what, scope, names] of [
    ['one finding', finding, ['door left']],
    [
      'a check under a branch',
      { ...finding, of: 'branch', object: at('a'), path: '/root/a' },
      ['a', 'door left', 'lamp two'],
    ],
    ['a check for what a filter finds', { of: 'query', check, where: 'kind:mesh -under:a' }, ['bolt three']],
    ['nothing, by a filter that cannot be read', { of: 'query', check, where: '(' }, []],
    ['nothing, by a filter that asks what is waived', { of: 'query', check, where: 'waived:no' }, []],
    ['nothing of another check', { ...finding, check: 'unnamed' }, []],
    ['the object at the path, when its id is gone', { ...finding, object: 99 }, ['door left']],
    ['nothing, when the path leads nowhere', { ...finding, object: null, path: '/x' }, []],
  ] as const)
    it(`speak of ${what}`, () => expect(waived(waiver(scope))).toEqual([...names]));
  it('follow their object through renames and moves', () => {
    const changed = scene();
    const { object } = finding;
    const moved = planMove(changed, object, at('b', changed), { keep: 'world' });
    applyChange(changed, { label: '', edits: moved.ok ? moved.edits : [] });
    applyChange(changed, {
      label: '',
      edits: [{ kind: 'rename', object, from: 'door left', to: 'gate left' }],
    });
    expect(pathOf(changed, object)).toBe('/root/b/gate left');
    expect(waived(waiver(finding), changed)).toEqual(['gate left']);
  });
  it('do not speak of the second of two at one path', () => {
    const twice = sceneFromOutline('root\n  x y : mesh\n  x y : mesh');
    expect(waived(waiver({ of: 'finding', check, object: null, path: '/root/x y' }), twice)).toEqual([]);
  });
  it('hold for good, until a version is saved, and up to a day', () => {
    const holds = (until: Waiver['until']) => holdsAt(waiver(finding, until), now);
    expect(
      [{}, { version: 4 }, { version: 3 }, { date: '2026-11-30' }, { date: '2026-11-29' }].map(holds),
    ).toEqual([true, true, false, true, false]);
    expect(holds({ version: 4, date: '2026-11-29' })).toBeFalse();
    expect([{}, { version: 4 }, { date: '2026-11-30' }].map(sayUntil)).toEqual([
      'for good',
      'until v004',
      'up to 2026-11-30',
    ]);
    expect(waived(waiver(finding, { version: 3 }))).toEqual([]);
  });
  it('are asked in time that grows with the findings, however many and deep they are', () => {
    const many = 20_000;
    const deep = new Scene();
    for (let id = 1; id <= many; id++)
      deep.append(newGroup(id, `g ${id}`), id === 1 ? null : id % 100 ? id - 1 : 1);
    const all = [...deep.walk()].map(({ id }) => waiver({ of: 'finding', check, object: id, path: '' }));
    const book = new WaiverBook(deep, all, now);
    const placed = spyOn(deep, 'find').and.callThrough();
    for (const { object } of all.map(({ scope }) => scope as { object: number })) book.of(object, check);
    expect(placed.calls.count()).toBeLessThan(4 * many);
  });
  it('take the weight of a finding from counts and gate, and leave the finding', () => {
    const run = new CheckRun(scene(), new CompiledConvention(partsConvention));
    run.all();
    const [before, gate] = [namingStatisticsOf(run), runGate(run)];
    run.waive([waiver({ of: 'query', check, where: '"door left"' })], now);
    const [after, then] = [namingStatisticsOf(run), runGate(run)];
    expect([after.counts.blocker, after.waived]).toEqual([before.counts.blocker - 1, 1]);
    expect([then.blockers, then.waived]).toEqual([gate.blockers - 1, 1]);
    expect(after.byCheck[check]).toBe(before.byCheck[check]! - 1);
    const line = then.lines.find((one) => one.check === check)!;
    expect([line.wrong, line.waived]).toEqual([2, 1]);
    expect(
      [...run.findings()].some((one) => one.check === check && one.object === at('door left')),
    ).toBeTrue();
  });
});
