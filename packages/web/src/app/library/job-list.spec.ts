import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { JobInfo } from '@renquil/api';
import { answer, turns } from '../../testing/answer';
import { JobList } from './job-list';

const job = (more: Partial<JobInfo>): JobInfo => ({
  id: 1,
  kind: 'import',
  state: 'running',
  stage: 'Reading',
  done: 5,
  total: 10,
  result: null,
  error: null,
  author: 'Mo Adeyemi',
  about: 'cabin.glb',
  scene: null,
  again: false,
  at: new Date().toISOString(),
  ...more,
});

describe('the list of jobs', () => {
  async function start(jobs: JobInfo[], role: 'artist' | 'lead' = 'artist') {
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    const fixture = TestBed.createComponent(JobList);
    fixture.componentRef.setInput('project', 'p');
    fixture.componentRef.setInput('role', role);
    fixture.componentRef.setInput('scenes', [{ id: 7, name: 'ibex' }]);
    fixture.detectChanges();
    const http = TestBed.inject(HttpTestingController);
    await answer(http, fixture, '/api/projects/p/jobs', { jobs });
    const element = fixture.nativeElement as HTMLElement;
    return { http, fixture, rows: () => [...element.querySelectorAll('[data-testid=job]')], element };
  }
  it('says how far each is, and what did not end well, but not what is done', async () => {
    const { rows, element } = await start([
      job({}),
      job({ id: 2, state: 'waiting', kind: 'handoff', about: null, scene: 7 }),
      job({
        id: 3,
        state: 'failed',
        again: true,
        error: { code: 'storage-full', text: 'The disk is full.' },
      }),
      job({ id: 4, state: 'done' }),
    ]);
    const texts = rows().map((row) => row.textContent.replace(/\s+/g, ' '));
    expect(texts).toHaveSize(3);
    expect(texts[0]).toMatch(/cabin\.glb .*Reading, 5 of 10 ?Cancel/);
    expect(texts[1]).toMatch(/Hand-off of ibex .*Waits its turn/);
    expect(texts[2]).toMatch(/The disk is full\..*Try again/);
    expect(element.textContent).not.toContain('Mo Adeyemi');
  });
  it('says to a lead whose each is', async () =>
    expect((await start([job({})], 'lead')).element.textContent).toContain('Mo Adeyemi'));
  it('asks for one again, and puts one away', async () => {
    const { http, rows, fixture, element } = await start([
      job({ id: 3, state: 'cancelled', again: true }),
      job({ id: 5, state: 'failed', error: { code: 'gltf-invalid', text: 'No.' } }),
    ]);
    element.querySelector<HTMLElement>('[data-testid=ask-again]')!.click();
    http.expectOne({ method: 'POST', url: '/api/jobs/3/again' }).flush({ job: 3 });
    await answer(http, fixture, '/api/projects/p/jobs', {
      jobs: [job({ id: 3, state: 'waiting' }), job({ id: 5, state: 'failed' })],
    });
    expect(rows()[0]!.textContent).toContain('Waits its turn');
    rows()[1]!.querySelector<HTMLElement>('.btn-bare')!.click();
    await turns(fixture);
    expect(rows()).toHaveSize(1);
  });
  it('is not there when there is nothing to say', async () =>
    expect((await start([job({ state: 'done' })])).element.textContent.trim()).toBe(''));
  it('tells when one has ended, and not when one is only put away', async () => {
    const { http, fixture, element } = await start([job({}), job({ id: 2, state: 'failed' })]);
    let ended = 0;
    fixture.componentInstance.changed.subscribe(() => ended++);
    element.querySelector<HTMLElement>('.btn-bare')!.click();
    await turns(fixture);
    expect(ended).toBe(0);
    await answer(http, fixture, '/api/projects/p/jobs', { jobs: [job({ state: 'done' })] });
    expect(ended).toBe(1);
  });
  it('keeps what it says while the server does not answer', async () => {
    const { http, fixture, rows } = await start([job({})]);
    await answer(http, fixture, '/api/projects/p/jobs', null, { status: 500, statusText: 'no' });
    expect(rows()).toHaveSize(1);
    await answer(http, fixture, '/api/projects/p/jobs', { jobs: [] });
    expect(rows()).toHaveSize(0);
  });
});
