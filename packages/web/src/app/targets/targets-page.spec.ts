import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { TargetInfo } from '@renquil/api';
import { shippedTargets } from '@renquil/core/targets';
import { arrives, arrivesOnPage } from '../../testing/arrives';
import { show } from '../../testing/page';
import { Session } from '../state/session';
import { TargetsPage } from './targets-page';

const shipped = Object.entries(shippedTargets).map(([key, target]): TargetInfo => ({
  key,
  id: null,
  revision: 0,
  target,
  author: null,
  at: null,
}));
const gate = {
  ...{ passes: false, blockers: 2, warnings: 0, waived: 0 },
  lines: [
    {
      check: 'target-faces',
      title: 'Too many',
      severity: 'blocker' as const,
      asked: 4,
      wrong: 1,
      because: '9 go.',
    },
  ],
  goes: { objects: 4, faces: 9, materials: 1 },
  stays: { objects: 1, byWhy: {}, takenAlong: 0 },
};

const steps = [{ step: 'swap-words', find: 'Left', put: 'L', how: 'plain' }];

describe('the targets of a project', () => {
  const start = async (role: 'lead' | 'viewer') => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    TestBed.inject(Session).info.set({
      account: { id: 1, name: 'Ines', makesProjects: false },
      projects: [{ slug: 'p', name: 'P', role, archived: false }],
      demo: true,
    });
    const http = TestBed.inject(HttpTestingController);
    const page = await show(TargetsPage, { project: 'p' }, 'display:flex;width:1200px;height:700px');
    (await arrives(http, '/api/projects/p/targets')).flush({ targets: shipped });
    (await arrives(http, '/api/projects/p')).flush({ scenes: [{ id: 3, name: 'cabin' }] });
    (await arrives(http, '/api/projects/p/recipes')).flush({
      recipes: [{ id: 4, recipe: { renquil: 'recipe/1', name: 'short sides', clashes: 'number-on', steps } }],
    });
    await page.settle();
    return { http, page };
  };
  it('are fields that are tried on the scenes, and kept as a revision', async () => {
    const { http, page } = await start('lead');
    const tried = await arrives(http, '/api/projects/p/targets/try');
    expect((tried.request.body as { scene: number }).scene).toBe(3);
    tried.flush({ gate, names: [{ from: 'a b', to: 'a_b' }] });
    await arrivesOnPage(() => (page.text('[data-testid=tried]')[0]!.includes('2 blockers') ? true : null));
    expect(page.text('[data-testid=tried]')[0]).toContain('2 blockers');
    expect(page.text('[data-testid=tried]')[0]).toContain('9 go.');
    await page.type(page.field('faces'), '60 000');
    await page.click('Keep as a new revision');
    const sent = http.expectOne({ method: 'PUT', url: '/api/projects/p/targets' });
    expect(sent.request.body).toEqual({
      target: { ...page.component.draft(), budgets: { faces: 60_000 } },
      base: 0,
      note: '',
    });
    sent.flush(
      { error: { code: 'target-invalid', text: 'The target cannot be used: no.' } },
      { status: 422, statusText: 'x' },
    );
    await page.settle();
    expect(page.text('[data-testid=target-wrong]')).toEqual(['The target cannot be used: no.']);
  });
  it('take the steps of a recipe for names on the way out, and keep them while other fields are typed', async () => {
    const { page } = await start('lead');
    const choose = page.root.querySelector<HTMLSelectElement>('[aria-label="Steps of a recipe"]')!;
    expect(choose.textContent).toContain('short sides');
    choose.value = '0';
    choose.dispatchEvent(new Event('change'));
    await page.settle();
    await page.type(page.field('faces'), '9');
    expect(page.component.draft().names!.steps).toEqual(steps as never);
    expect(page.component.draft().budgets).toEqual({ faces: 9 });
    expect(page.component.isChanged()).toBeTrue();
    await page.click('No steps');
    expect(page.component.draft().names).not.toEqual(jasmine.objectContaining({ steps: jasmine.anything() }));
  });
  it('are only looked at by others than leads', async () => {
    const { page } = await start('viewer');
    expect(page.root.querySelector('fieldset')!.disabled).toBeTrue();
    expect(page.all('[data-testid=keep-target]')).toEqual([]);
  });
});
