import { TestBed } from '@angular/core/testing';
import { workbenchBed } from '../../../testing/bed';
import type { Grouping } from './finding-groups';
import { FixPreview } from './fix-preview';
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
      ['mapped-clash', 'warning'],
      ['empty-group', 'warning'],
      ['no-material', 'note'],
    ]);
    state.by.set('object');
    expect(state.groups().map((g) => g.title)).toEqual(['door left', 'door_left', 'door  left', 'empty_grp']);
    state.severity.set('warning');
    expect(state.groups().map((g) => g.title)).toEqual(['door left', 'door  left', 'empty_grp']);
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
    const fixable = [1, 2, 3, 4, 5].map(() => stepped(1, true));
    expect(fixable[0]).toBe('forbidden-characters 1');
    expect(fixable.at(-1)).toBe('empty-group 4');
    expect(stepped(1, true)).toBe(fixable[0]!);
    state.current.set(null);
    expect(stepped(-1)).not.toBe(first);
  });
  it('are listed by branch, layer and person, and narrowed by family, fix and filter', async () => {
    const { open } = await workbenchBed(
      'root\n  a_grp\n    door left : mesh\n    inner\n      seat one : mesh\n  b_grp\n    lamp two : mesh',
    );
    const state = TestBed.inject(FindingsState);
    const titles = (by: Grouping): string[] => {
      state.by.set(by);
      return state.groups().map(({ title, count }) => `${title} ${count}`);
    };
    state.family.set('names');
    state.onlyFixable.set(true);
    expect(titles('branch')).toEqual(['a_grp 3', 'b_grp 1']);
    expect(titles('layer')).toEqual(['Base 4']);
    expect(titles('person')).toEqual(['nobody since it was brought in or saved 4']);
    open.apply('Rename', [{ kind: 'rename', object: 3, from: 'door left', to: 'door right' }]);
    expect(titles('person')).toEqual(['Mo Adeyemi 2', 'nobody since it was brought in or saved 2']);
    state.filter.filter.set('seat*');
    expect(titles('object')).toEqual(['seat one 1']);
    expect(state.isNarrowed()).toBeTrue();
    state.family.set('content');
    expect(titles('object')).toEqual([]);
    state.widen();
    expect(state.isNarrowed()).toBeFalse();
    expect(state.groups().length).toBeGreaterThan(3);
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
    await workbenchBed(outline);
    const state = TestBed.inject(FindingsState);
    const preview = TestBed.inject(FixPreview);
    preview.look({ title: 'Fix', findings: [...state.ofCheck('forbidden-characters')] });
    TestBed.tick();
    expect(preview.edits().map((edit) => edit.kind === 'rename' && edit.to)).toEqual([
      'door_left001',
      'door_left002',
    ]);
    expect(preview.apply()).toBeTrue();
    expect([...state.ofCheck('forbidden-characters'), ...state.ofCheck('not-unique')]).toEqual([]);
  });
});
