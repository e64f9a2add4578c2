import { workbenchBed } from '../../testing/bed';
import { show } from '../../testing/page';
import { HistoryStep } from './history-step';

const at = new Date().toISOString();
const version = (number: number, revision: number, note: string) => ({
  number,
  revision,
  note,
  author: 'Mo',
  at,
});

describe('the history', () => {
  const start = async (role: 'artist' | 'viewer' = 'artist') => {
    const bed = await workbenchBed('a : mesh\nb : mesh', { role });
    const page = await show(HistoryStep);
    const answer = async (versions: object[], changes: object[]) => {
      bed.http.match('/api/scenes/1/versions').forEach((request) => request.flush({ versions }));
      bed.http.match('/api/scenes/1/history').forEach((request) => request.flush({ changes }));
      await bed.settle();
      await page.settle();
    };
    await answer(
      [version(2, 5, 'sheaves named'), version(1, 0, '')],
      [{ revision: 5, author: 'Ines', label: 'Rename 8 objects', at }],
    );
    return { ...bed, page, answer };
  };
  it('lists versions with their notes and what was done, newest first', async () => {
    const { page } = await start();
    const lines = page.text('[data-testid=version-line]');
    expect(lines[0]).toContain('v002');
    expect(lines[0]).toContain('sheaves named');
    expect(lines[1]).toContain('no note');
    expect(lines[1]).toContain('as it is now');
    expect(page.text('[data-testid=history-line]')[0]).toContain('Rename 8 objects');
  });
  it('restores a version as a change that can be undone', async () => {
    const { page, http, open, settle } = await start();
    const restoring = page.component.restore(version(2, 5, ''));
    await settle();
    const request = http.expectOne('/api/scenes/1/versions/2/restore');
    expect(request.request.body).toEqual(jasmine.objectContaining({ base: 0 }));
    const edits = [{ kind: 'rename', object: 1, from: 'a', to: 'back' }];
    request.flush({ revision: 1, edits });
    await settle();
    http.expectOne('/api/scenes/1/changes?after=0').flush({
      revision: 1,
      changes: [{ revision: 1, id: 'r', author: 'Mo', authorId: 1, label: 'Restore version 2', edits }],
    });
    await restoring;
    await settle();
    expect([open.scene.get(1).name, open.undoNext()]).toEqual(['back', 'Restore version 2']);
    open.undo();
    expect(open.scene.get(1).name).toBe('a');
  });
  it('restores nothing for a viewer', async () =>
    expect((await start('viewer')).page.button('Restore').disabled).toBeTrue());
});
