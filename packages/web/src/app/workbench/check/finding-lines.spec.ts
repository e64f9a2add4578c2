import { FindingColumns, type Finding } from '@renquil/core/checks';
import { FindingLines, type FindingGroup } from './finding-lines';

describe('lines of findings', () => {
  const columns = new FindingColumns();
  const sort = (check: string) =>
    ({ check, severity: 'note', messageId: 'm', message: check, fixable: check === 'b' }) as const;
  const sorts = { a: sort('a'), b: sort('b') };
  for (const [object, check] of [
    [1, 'a'],
    [1, 'b'],
    [2, 'a'],
    [3, 'b'],
  ] as const)
    columns.add(object, sorts[check]);
  const group = (key: string, at: number[]): FindingGroup => ({
    key,
    title: key,
    severity: 'note',
    count: at.length,
    at: Int32Array.from(at),
  });
  const groups = [group('a', [0, 2]), group('b', [1, 3])];
  const lines = (folded: string[] = []) =>
    new FindingLines(groups, new Set(folded), columns, (at) => ({
      ...(columns.sortAt(at) as unknown as Finding),
      object: columns.objects[at]!,
    }));
  const told = (made: FindingLines) =>
    [...made].map((line) => (line.type === 'group' ? line.group.key : `${line.of}${line.finding.object}`));
  it('are groups with what is in them, unless they are folded', () => {
    expect(told(lines())).toEqual(['a', 'a1', 'a2', 'b', 'b1', 'b3']);
    expect(told(lines(['a']))).toEqual(['a', 'b', 'b1', 'b3']);
    expect(lines(['a', 'b']).length).toBe(2);
  });
  it('are found again, and walked to the next that is meant', () => {
    expect(lines().indexOf(3, 'b')).toBe(5);
    expect(lines(['b']).indexOf(3, 'b')).toBe(-1);
    expect(lines().next(-1, 1)).toBe(1);
    expect(lines().next(1, 1, ({ fixable }) => fixable)).toBe(4);
    expect(lines().next(4, -1)).toBe(2);
    expect(lines().next(5, 1)).toBe(-1);
  });
  it('by cause are one each: those of one object bare, the others folded until somebody asks', () => {
    const causes = [group('one', [0, 2]), group('other', [1]), group('third', [3])];
    const byCause = (opened: string[] = []) =>
      new FindingLines(causes, { has: (key) => !opened.includes(key), isByCause: true }, columns, (at) => ({
        ...(columns.sortAt(at) as unknown as Finding),
        object: columns.objects[at]!,
      }));
    expect(told(byCause())).toEqual(['one', 'other1', 'third3']);
    expect(told(byCause(['one']))).toEqual(['one', 'one1', 'one2', 'other1', 'third3']);
    // A folded cause stands for its objects, and is walked to.
    expect(byCause().indexOf(2, 'a')).toBe(0);
    expect(byCause(['one']).indexOf(2, 'a')).toBe(2);
    expect(byCause().indexOf(3, 'b')).toBe(2);
    expect([-1, 0, 1, 2].map((from) => byCause().next(from, 1))).toEqual([0, 1, 2, -1]);
    expect(byCause(['one']).next(-1, 1)).toBe(1);
    expect(byCause().next(-1, 1, ({ fixable }) => fixable)).toBe(1);
  });
  it('are cut out as windows', () => expect(lines().slice(4, 99)).toHaveSize(2));
});
