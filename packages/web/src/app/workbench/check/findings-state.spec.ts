import { TestBed } from '@angular/core/testing';
import { workbenchBed } from '../../../testing/bed';
import { FindingsState } from './findings-state';

const outline =
  'door left : mesh @3,0,0\ndoor_left : mesh @9,0,0\ndoor  left : mesh @18,0,0\nempty_grp : group';

describe('the findings', () => {
  it('are grouped by check, the worst first, and by object', async () => {
    await workbenchBed(outline);
    const state = TestBed.inject(FindingsState);
    expect(state.groups().map((g) => [g.key, g.severity])).toEqual([
      ['name-pattern', 'blocker'],
      ['forbidden-characters', 'blocker'],
      ['empty-group', 'warning'],
      ['no-material', 'note'],
    ]);
    state.by.set('object');
    expect(state.groups().map((g) => g.title)).toEqual(['door left', 'door_left', 'door  left', 'empty_grp']);
    state.severity.set('warning');
    expect(state.groups()).toHaveSize(1);
  });
  it('are stepped through, to those with a fix only, and round again', async () => {
    const { ledger } = await workbenchBed(outline);
    const state = TestBed.inject(FindingsState);
    const stepped = (by: 1 | -1, only = false): string => {
      state.step(by, ({ fixable }) => !only || fixable);
      const now = state.current()!;
      expect(ledger.picking().active).toBe(now.object);
      return `${now.check} ${now.object}`;
    };
    const first = stepped(1);
    expect(first).toBe('name-pattern 1');
    const fixable = [stepped(1, true), stepped(1, true), stepped(1, true)];
    expect(fixable[0]).toBe('forbidden-characters 1');
    expect(fixable.at(-1)).toBe('empty-group 4');
    expect(stepped(1, true)).toBe(fixable[0]!);
    state.current.set(null);
    expect(stepped(-1)).not.toBe(first);
  });
  it('fold', async () => {
    await workbenchBed(outline);
    const state = TestBed.inject(FindingsState);
    const before = state.lines().length;
    state.toggleFold('name-pattern');
    expect(state.lines().length).toBe(before - 3);
    state.toggleFold('name-pattern');
  });
  it('fix many at once without giving two the same name', async () => {
    const { open } = await workbenchBed(outline);
    const state = TestBed.inject(FindingsState);
    const edits = state.fixes(state.ofCheck('forbidden-characters'));
    expect(edits.map((edit) => edit.kind === 'rename' && edit.to)).toEqual(['door_left001', 'door_left002']);
    expect(open.apply('Fix', edits)).toBeTrue();
    expect([...state.ofCheck('forbidden-characters'), ...state.ofCheck('not-unique')]).toEqual([]);
  });
});
