import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { partsConvention } from '@renquil/core/names';
import { answer } from '../../testing/answer';
import { show } from '../../testing/page';
import { LearnSheet, type LearnFrom } from './learn-sheet';

const learned = {
  convention: { ...partsConvention, name: 'Learned' },
  fits: 9,
  names: 10,
  guesses: [{ about: 'separator', of: '', says: '"_" stands between the slots', holds: 9, asked: 10 }],
};

describe('the sheet that learns a convention', () => {
  const start = async (data: LearnFrom) => {
    const closed: unknown[] = [];
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: DIALOG_DATA, useValue: data },
        { provide: DialogRef, useValue: { close: (made: unknown) => closed.push(made) } },
      ],
    });
    const page = await show(LearnSheet);
    const http = TestBed.inject(HttpTestingController);
    return { page, http, closed };
  };
  const url = '/api/projects/p/conventions/learn';

  it('learns from what is picked without asking for scenes, and goes on with it', async () => {
    const { page, http, closed } = await start({
      project: 'p',
      picked: { scene: 4, name: 'cabin', objects: [7, 9] },
    });
    http.expectNone('/api/projects/p');
    expect(page.text('[data-testid=learn-picked]')).toEqual(['From 2 objects picked in cabin']);
    await page.click(page.field('learn'));
    const asked = await answer(http, page.fixture, url, learned);
    expect(asked.body).toEqual({ scenes: [4], name: 'Learned', query: '', objects: [7, 9] });
    expect(page.text('[data-testid=learned]')[0]).toContain('9 of 10 names fit');
    expect(page.root.textContent).toContain('"_" stands between the slots');
    await page.click(page.field('learn-keep'));
    expect(closed).toEqual([{ name: 'Learned', body: learned.convention }]);
  });
  it('learns from scenes that are chosen, and says what the server refuses', async () => {
    const { page, http } = await start({ project: 'p' });
    await answer(http, page.fixture, '/api/projects/p', {
      scenes: [{ id: 3, name: 'station', standing: null }],
    });
    expect((page.field('learn') as unknown as HTMLButtonElement).disabled).toBeTrue();
    await page.click(page.all('input[type=checkbox]')[0]!);
    await page.click(page.field('learn'));
    const error = { code: 'query-invalid', text: 'The filter cannot be read.' };
    await answer(http, page.fixture, url, { error }, { status: 422, statusText: '' });
    expect(page.text('[role=alert]')).toEqual(['The filter cannot be read.']);
    expect(page.all('[data-testid=learn-keep]')).toEqual([]);
  });
});
