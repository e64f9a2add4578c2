import { TestBed } from '@angular/core/testing';
import { takeSnapshot } from '@renquil/core/scene';
import { sceneFromOutline } from '@renquil/core/testing';
import { workbenchBed } from '../../testing/bed';
import type { LoggedChange } from '@renquil/api';
import { ToastList } from './toast-list';

const outline = 'cabin_ctrl : control\n  door : mesh\n  seat : mesh';
const rename = (object: number, from: string, to: string) => ({ kind: 'rename' as const, object, from, to });

describe('OpenScene', () => {
  it('changes at once, posts, and is saved when the server says so', async () => {
    const { open, commit } = await workbenchBed(outline);
    expect(open.apply('Rename door', [rename(2, 'door', 'gate')])).toBeTrue();
    expect([open.scene.get(2).name, open.saving()]).toEqual(['gate', 'saving']);
    const sent = await commit(1);
    expect(sent).toEqual(jasmine.objectContaining({ base: 0, label: 'Rename door' }));
    expect([open.revision(), open.saving()]).toEqual([1, 'saved']);
  });
  it('sends one change after another, each on the revision before it', async () => {
    const { open, commit } = await workbenchBed(outline);
    open.apply('1', [rename(2, 'door', 'a')]);
    open.apply('2', [rename(2, 'a', 'b')]);
    expect((await commit(1)).base).toBe(0);
    expect((await commit(2)).base).toBe(1);
  });
  it('is of the scene that was asked for last, whatever is answered first', async () => {
    const { open, http, settle } = await workbenchBed(outline);
    const info = open.info()!;
    const snapshot = new TextEncoder().encode(
      JSON.stringify(takeSnapshot(sceneFromOutline('other : mesh'))),
    ).buffer;
    const answer = async (id: number): Promise<void> => {
      http.expectOne(`/api/scenes/${id}`).flush({ ...info, scene: { ...info.scene, id } });
      await settle();
      http.expectOne(`/api/scenes/${id}/snapshots/0`).flush(snapshot);
      await settle();
    };
    const both = [open.open(2), open.open(3)];
    await answer(3);
    await answer(2);
    await Promise.all(both);
    expect([open.info()!.scene.id, open.state()]).toEqual([3, 'open']);
  });
  it('undoes and redoes as changes of their own', async () => {
    const { open, commit } = await workbenchBed(outline);
    open.apply('Rename door', [rename(2, 'door', 'gate')]);
    await commit(1);
    open.undo();
    expect(open.scene.get(2).name).toBe('door');
    expect((await commit(2)).label).toBe('Undo: Rename door');
    expect([open.undoNext(), open.redoNext()]).toEqual([null, 'Rename door']);
    open.redo();
    expect(open.scene.get(2).name).toBe('gate');
    expect((await commit(3)).label).toBe('Redo: Rename door');
  });
  it('puts what it missed under what was made here', async () => {
    const { open, commit } = await workbenchBed(outline);
    open.apply('mine', [rename(2, 'door', 'gate')]);
    const missed: LoggedChange[] = [
      {
        revision: 1,
        id: 'x',
        author: 'Ines',
        authorId: 2,
        label: 'theirs',
        edits: [rename(3, 'seat', 'bench')],
      },
    ];
    await commit(2, missed);
    expect([open.scene.get(2).name, open.scene.get(3).name, open.revision()]).toEqual(['gate', 'bench', 2]);
  });
  it('takes a refused change back, says why, and keeps what came after it', async () => {
    const { open, http, settle, commit } = await workbenchBed(outline);
    open.apply('lost', [rename(2, 'door', 'mine')]);
    open.apply('kept', [rename(3, 'seat', 'bench')]);
    await settle();
    http
      .expectOne('/api/scenes/1/changes')
      .flush(
        { error: { code: 'change-conflict', text: 'Someone else changed this first: it is "theirs".' } },
        { status: 409, statusText: 'Conflict' },
      );
    await settle();
    http.expectOne('/api/scenes/1/changes?after=0').flush({
      revision: 1,
      changes: [{ revision: 1, id: 't', author: 'Ines', label: 'x', edits: [rename(2, 'door', 'theirs')] }],
    });
    expect((await commit(2)).label).toBe('kept');
    expect([open.scene.get(2).name, open.scene.get(3).name]).toEqual(['theirs', 'bench']);
    expect(open.undoNext()).toBe('kept');
    expect(TestBed.inject(ToastList).toasts().at(-1)!.text).toContain('lost was taken back');
  });
  it('keeps changes while the server is away and sends the same ones later', async () => {
    jasmine.clock().install();
    try {
      const { open, http, settle, commit } = await workbenchBed(outline);
      open.apply('kept', [rename(2, 'door', 'gate')]);
      await settle();
      const first = http.expectOne('/api/scenes/1/changes');
      first.error(new ProgressEvent('error'));
      await settle();
      expect([open.saving(), open.scene.get(2).name]).toEqual(['1 edit waits for the server', 'gate']);
      jasmine.clock().tick(2100);
      expect((await commit(1)).id).toBe((first.request.body as { id: string }).id);
      expect(open.saving()).toBe('saved');
    } finally {
      jasmine.clock().uninstall();
    }
  });
  it('refuses what does not apply and changes nothing', async () => {
    const { open, http } = await workbenchBed(outline);
    expect(open.apply('wrong', [rename(2, 'not its name', 'x')])).toBeFalse();
    expect(open.scene.get(2).name).toBe('door');
    http.expectNone('/api/scenes/1/changes');
  });
  it('says when the scene cannot be opened', async () => {
    const { open, http } = await workbenchBed(outline);
    const again = open.open(9);
    http
      .expectOne('/api/scenes/9')
      .flush(
        { error: { code: 'not-found', text: 'There is no such scene.' } },
        { status: 404, statusText: 'Not found' },
      );
    await again;
    expect([open.state(), open.failure()]).toEqual(['failed', 'There is no such scene.']);
  });
});
