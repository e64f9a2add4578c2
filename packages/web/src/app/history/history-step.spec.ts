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

const handoffs = [
  {
    ...{
      id: 4,
      revision: 5,
      author: 'Ines',
      reason: 'in a hurry',
      at,
      target: 'Parts',
      targetKey: '',
      readBack: null,
      files: [],
    },
    gate: {
      ...{ passes: true, blockers: 0, warnings: 0, lines: [] },
      goes: { objects: 4, faces: 0, materials: 0 },
      stays: { objects: 0, byWhy: {}, takenAlong: 0 },
    },
    deliveries: [
      {
        ...{
          receiver: 'Next',
          state: 'changed',
          said: '',
          tries: 0,
          job: null,
          author: 'Ines',
          at,
          receipts: 1,
          settled: 0,
        },
        answer: { objects: 4, arrived: 3, changed: 2, reason: null },
      },
    ],
  },
];

describe('the history', () => {
  const start = async (role: 'artist' | 'viewer' = 'artist') => {
    const bed = await workbenchBed('a : mesh\nb : mesh', { role });
    const page = await show(HistoryStep);
    const answer = async (versions: object[], changes: object[]) => {
      bed.http.match('/api/scenes/1/versions').forEach((request) => request.flush({ versions }));
      bed.http.match('/api/scenes/1/history').forEach((request) => request.flush({ changes }));
      bed.http.match('/api/scenes/1/handoffs').forEach((request) => request.flush({ handoffs }));
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
  it('lists what was handed off with what receivers answered', async () => {
    const [line] = (await start()).page.text('[data-testid=handoff-line]');
    for (const text of ['For Parts', 'past the gate', 'Next: 3 of 4 objects arrived, 2 not as sent'])
      expect(line).toContain(text);
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
