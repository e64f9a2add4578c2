import type { LoggedChange } from '@renquil/api';
import { OwnLog } from './own-log';

const log = (...entries: [string, number?][]): LoggedChange[] =>
  entries.map(([label, authorId = 1], i) => ({
    revision: i + 1,
    id: `c${i}`,
    author: 'x',
    authorId,
    label,
    edits: [],
  }));
const own = (entries: LoggedChange[]): OwnLog => {
  const made = new OwnLog(1);
  made.begin(entries);
  return made;
};
const labelsOf = ({ stacks }: OwnLog) => [stacks.undo.map((d) => d.label), stacks.redo.map((d) => d.label)];
const labels = (entries: LoggedChange[]) => labelsOf(own(entries));

describe('what one did', () => {
  it('can be undone, as the log says', () => expect(labels(log(['A'], ['B']))).toEqual([['A', 'B'], []]));
  it('follows undo and redo', () =>
    expect(labels(log(['A'], ['B'], ['Undo: B'], ['Undo: A'], ['Redo: A']))).toEqual([['A'], ['B']]));
  it('forgets redo after something new', () =>
    expect(labels(log(['A'], ['Undo: A'], ['C']))).toEqual([['C'], []]));
  it('leaves what others did alone', () =>
    expect(labels(log(['A'], ['theirs', 2], ['Undo: theirs', 2]))).toEqual([['A'], []]));
  it('has each change once, comes back with what was read later, and loses what was refused', () => {
    const made = own(log(['A'], ['B']));
    made.add({ id: 'new', label: 'Undo: B', edits: [] });
    made.took(log(['A'], ['B']));
    expect(labelsOf(made)).toEqual([['A'], ['B']]);
    made.before([
      { revision: 0, id: 'o2', author: 'x', authorId: 1, label: 'older 2', edits: [] },
      { revision: 0, id: 'o1', author: 'x', authorId: 1, label: 'older 1', edits: [] },
    ]);
    expect(labelsOf(made)).toEqual([['older 1', 'older 2', 'A'], ['B']]);
    // The undo was refused: what it took back stands, and can be undone.
    made.forget('new');
    expect(labelsOf(made)).toEqual([['older 1', 'older 2', 'A', 'B'], []]);
  });
});
