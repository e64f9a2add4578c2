import type { LoggedChange } from './api-types';
import { stacksFrom } from './change-stacks';

const log = (...entries: [string, number?][]): LoggedChange[] =>
  entries.map(([label, authorId = 1], i) => ({
    revision: i + 1,
    id: `c${i}`,
    author: 'x',
    authorId,
    label,
    edits: [],
  }));
const labels = (entries: LoggedChange[]) => {
  const { undo, redo } = stacksFrom(entries, 1);
  return [undo.map((d) => d.label), redo.map((d) => d.label)];
};

describe('stacksFrom', () => {
  it('reads what can be undone from the log', () =>
    expect(labels(log(['A'], ['B']))).toEqual([['A', 'B'], []]));
  it('follows undo and redo', () =>
    expect(labels(log(['A'], ['B'], ['Undo: B'], ['Undo: A'], ['Redo: A']))).toEqual([['A'], ['B']]));
  it('forgets redo after something new', () =>
    expect(labels(log(['A'], ['Undo: A'], ['C']))).toEqual([['C'], []]));
  it('leaves what others did alone', () =>
    expect(labels(log(['A'], ['theirs', 2], ['Undo: theirs', 2]))).toEqual([['A'], []]));
});
