import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { show } from '../../testing/page';
import type { LibraryInfo } from '@renquil/api';
import { UnsentStores } from '../state/saving/change-store';
import { MemoryStores } from '../../testing/memory-store';
import { Library } from './library';

const scene = (id: number, name: string, blocker: number) => ({
  id,
  name,
  sourceName: `${name}.glb`,
  revision: 3,
  objects: 1234,
  version: 2,
  unsaved: 1,
  convention: 'Parts',
  judged: true,
  updatedAt: new Date().toISOString(),
  updatedBy: 'Mo Adeyemi',
  standing: {
    objects: 10,
    named: 10,
    fitting: blocker ? 7 : 10,
    counts: { blocker, warning: 0, note: 0 },
    byCheck: {},
  },
});
const info = (more: Partial<LibraryInfo> = {}): LibraryInfo => ({
  project: { slug: 'p', name: 'Pass', archived: false },
  role: 'artist',
  scenes: [scene(1, 'cabin', 4), scene(2, 'ibex', 0)],
  trend: [],
  mostWrong: [{ check: 'name-pattern', count: 71, title: 'Does not fit its pattern' }],
  lately: [{ who: 'Mo Adeyemi', what: 'renamed 8 objects', scene: 'cabin', at: new Date().toISOString() }],
  ...more,
});

describe('the library page', () => {
  const start = async (answer: LibraryInfo = info()) => {
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: UnsentStores, useClass: MemoryStores },
      ],
    });
    const http = TestBed.inject(HttpTestingController);
    const page = await show(Library, { project: 'p' }, 'display:flex;width:1200px;height:700px');
    http.expectOne('/api/projects/p').flush(answer);
    await page.settle();
    await page.settle();
    return { http, page };
  };
  it('says how it stands, scene by scene', async () => {
    const { page } = await start();
    expect(page.text('h1')).toEqual(['Two scenes, one ready']);
    const [cabin, ibex] = page.text('[data-testid=scene]');
    expect(cabin).toMatch(/cabin Parts · v002 \+ 1 edit ?1,234 ?70 % ?.*4 ?Mo, just now/);
    expect(ibex).toContain('100 %');
    expect(ibex).toContain('ready');
    expect(page.root.textContent).toContain('renamed 8 objects in cabin');
  });
  it('teaches when it is empty, and hides from a viewer what a viewer may not', async () => {
    const { page } = await start(info({ scenes: [], role: 'viewer' }));
    expect(page.text('h1')).toEqual(['No scenes yet']);
    expect(page.root.textContent).toContain('An artist of this project brings scenes in');
    expect(page.field('bring-in')).toBeNull();
  });
  it('brings a file in: sends it, follows the job, opens the scene', async () => {
    const { http, page } = await start();
    jasmine.clock().install();
    try {
      const go = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
      await page.component.bring.start('p', [{ path: 'x.glb', file: new File(['x'], 'x.glb') }]);
      http.expectOne(({ url }) => url.startsWith('/api/projects/p/imports?id=')).flush({ job: 7 });
      jasmine.clock().tick(1);
      http
        .expectOne('/api/jobs/7')
        .flush({ id: 7, state: 'running', stage: 'Checking', done: 5, total: 10, result: null, error: null });
      expect(page.component.bring.now()).toEqual(
        jasmine.objectContaining({ what: 'x.glb', stage: 'Checking', done: 5, total: 10 }),
      );
      jasmine.clock().tick(300);
      http.expectOne('/api/jobs/7').flush({
        id: 7,
        state: 'done',
        stage: '',
        done: 0,
        total: 0,
        result: { scene: 9, name: 'x', objects: 3 },
        error: null,
      });
      expect(go).toHaveBeenCalledWith(['/scenes', 9, 'name']);
      expect(page.component.bring.now()).toBeNull();
    } finally {
      jasmine.clock().uninstall();
    }
  });
  it('sends a file again while the line is cut, as the same request, and not for ever', async () => {
    const { http, page } = await start();
    jasmine.clock().install();
    try {
      await page.component.bring.start('p', [{ path: 'x.glb', file: new File(['x'], 'x.glb') }]);
      const urls = new Set<string>();
      for (let sends = 0; sends < 9; sends++) {
        const asked = http.expectOne(({ url }) => url.startsWith('/api/projects/p/imports?id='));
        urls.add(asked.request.url);
        asked.error(new ProgressEvent('error'));
        jasmine.clock().tick(5001);
      }
      expect(urls.size).toBe(1);
      http.expectNone(({ url }) => url.startsWith('/api/projects/p/imports'));
      expect(page.component.bring.rows()).toEqual([
        jasmine.objectContaining({ state: 'failed', text: 'The server does not answer.' }),
      ]);
    } finally {
      jasmine.clock().uninstall();
    }
  });
  it('brings in what is left when one of several is called off', async () => {
    const { http, page } = await start();
    const { bring } = page.component;
    const named = (name: string) => ({ path: name, file: new File(['glTF\u0002\0\0\0'], name) });
    await bring.start('p', [named('a.glb'), named('b.glb'), named('c.glb')]);
    expect(bring.rows().map(({ state }) => state)).toEqual(['busy', 'waiting', 'waiting']);
    const first = http.expectOne(({ url }) => url.startsWith('/api/projects/p/imports?id='));
    bring.cancel(bring.rows()[1]!.key);
    bring.cancel(bring.rows()[0]!.key);
    expect(first.cancelled).toBeTrue();
    expect(bring.rows().map(({ state }) => state)).toEqual(['cancelled', 'cancelled', 'busy']);
    http.expectOne(({ url }) => url.startsWith('/api/projects/p/imports?id='));
  });
  it('says in the words of the server why a file stayed out', async () => {
    const { http, page } = await start();
    await page.component.bring.start('p', [{ path: 'x.txt', file: new File(['x'], 'x.txt') }]);
    http
      .expectOne(({ url }) => url.startsWith('/api/projects/p/imports?id='))
      .flush(
        { error: { code: 'file-kind-unknown', text: 'Renquil cannot read x.txt.' } },
        { status: 415, statusText: 'no' },
      );
    await page.settle();
    expect(page.text('[data-testid=bring-error]')[0]).toContain(
      'Renquil cannot read x.txt. Nothing was stored.',
    );
  });
  it('says that the server is away, and tries again', async () => {
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        { provide: UnsentStores, useClass: MemoryStores },
      ],
    });
    const http = TestBed.inject(HttpTestingController);
    const page = await show(Library, { project: 'p' });
    http.expectOne('/api/projects/p').error(new ProgressEvent('error'));
    await page.settle();
    await page.settle();
    expect(page.root.textContent).toContain('The server does not answer');
    await page.click('Try again');
    http.expectOne('/api/projects/p').flush(info());
    await page.settle();
    await page.settle();
    expect(page.text('h1')).toEqual(['Two scenes, one ready']);
  });
});
