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
  it('fold', async () => {
    await workbenchBed(outline);
    const state = TestBed.inject(FindingsState);
    const before = state.lines().length;
    state.toggleFold('name-pattern');
    expect(state.lines().length).toBe(before - 3);
  });
  it('fix many at once without giving two the same name', async () => {
    const { open } = await workbenchBed(outline);
    const state = TestBed.inject(FindingsState);
    const edits = state.fixes(state.all().filter((f) => f.check === 'forbidden-characters'));
    expect(edits.map((edit) => edit.kind === 'rename' && edit.to)).toEqual(['door_left001', 'door_left002']);
    expect(open.apply('Fix', edits)).toBeTrue();
    expect(
      state.all().some((f) => f.check === 'forbidden-characters' || f.check === 'not-unique'),
    ).toBeFalse();
  });
});
