import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { show } from '../../testing/page';
import { WordSheet } from './word-sheet';

const scene = (id: number, n: number) => ({
  scene: id,
  name: `scene${id}`,
  clashes: 0,
  renames: Array.from({ length: n }, (_, i) => ({ object: i + 1, before: `lamp${i}`, after: `lantern${i}` })),
});

describe('a word in every scene', () => {
  const start = async (mayEdit = true) => {
    let closed = false;
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: DialogRef, useValue: { close: () => (closed = true) } },
        { provide: DIALOG_DATA, useValue: { project: 'p', mayEdit, word: 'lamp' } },
      ],
    });
    const page = await show(WordSheet);
    return { page, http: TestBed.inject(HttpTestingController), closed: () => closed };
  };
  it('is proposed scene by scene, and only the ticked ones are renamed', async () => {
    const { page, http, closed } = await start();
    page.component.form.patchValue({ to: 'lantern' });
    const asked = page.component.rename(false);
    const url = '/api/projects/p/words/rename';
    const first = http.expectOne(url);
    expect(first.request.body).toEqual({ from: 'lamp', to: 'lantern', apply: false });
    first.flush({ applied: false, scenes: [scene(1, 7), scene(2, 2)] });
    await asked;
    await page.settle();
    expect(page.text('section')[0]).toContain('and 2 more');
    expect(page.component.total()).toBe(9);
    page.component.chosen.toggle(1);
    const applied = page.component.rename(true);
    const second = http.expectOne(url);
    expect(second.request.body).toEqual({ from: 'lamp', to: 'lantern', apply: true, scenes: [2] });
    second.flush({ applied: true, scenes: [scene(2, 2)] });
    await applied;
    expect(closed()).toBeTrue();
  });
  it('says what the server refuses, and keeps what was typed', async () => {
    const { page, http } = await start();
    const asked = page.component.look();
    http
      .expectOne('/api/projects/p/words?word=lamp')
      .flush({ error: { code: 'request-invalid', text: 'No.' } }, { status: 400, statusText: '' });
    await asked;
    await page.settle();
    expect([page.text('[role=alert]'), page.component.form.value.word]).toEqual([['No.'], 'lamp']);
  });
  it('is only looked for by a viewer', async () => {
    const { page } = await start(false);
    expect(page.all('[data-testid=word-propose]')).toEqual([]);
  });
});
