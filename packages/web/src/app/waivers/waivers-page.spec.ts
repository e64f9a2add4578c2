import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { WaiverInfo } from '@renquil/api';
import { arrives } from '../../testing/arrives';
import { show } from '../../testing/page';
import { Session } from '../state/session';
import { WaiversPage } from './waivers-page';

const one = (id: number, scene: string, state: WaiverInfo['state']): WaiverInfo => ({
  id,
  scene: { id: scene.length, name: scene },
  scope: { of: 'query', check: 'too-deep', where: 'kind:mesh' },
  reason: `because of ${id}`,
  until: { date: '2026-12-24' },
  state,
  askedBy: 'Mo',
  mine: false,
  askedAt: '2026-11-30T08:00:00Z',
  decidedBy: null,
  decidedAt: null,
  note: '',
});

describe('the waivers of a project', () => {
  it('are listed by scene, what is asked for first, and decided by a lead', async () => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    const projects = [{ slug: 'p', name: 'P', role: 'lead' as const, archived: false }];
    TestBed.inject(Session).info.set({
      account: { id: 1, name: 'Ines', makesProjects: false },
      projects,
      demo: true,
    });
    const http = TestBed.inject(HttpTestingController);
    const page = await show(WaiversPage, { project: 'p' });
    const url = '/api/projects/p/waivers';
    (await arrives(http, url)).flush({
      waivers: [one(1, 'cabin', 'asked'), one(2, 'goat', 'asked'), one(3, 'cabin', 'granted')],
    });
    await page.settle();
    const asked = (): string[] => page.text('[data-testid=waivers-asked] [data-testid=waiver]');
    expect(page.text('[data-testid=waivers-asked] h2 a')).toEqual(['cabin', 'goat']);
    expect(asked()[0]).toContain('Too deep');
    expect(asked()[0]).toContain('up to 2026-12-24');
    expect(page.text('[data-testid=waivers-over]')[0]).toContain('None.');
    await page.click(page.all('[data-testid=waivers-asked] [data-testid=waiver] button')[1]!);
    const sent = http.expectOne({ method: 'PUT', url: '/api/scenes/5/waivers/1' });
    expect(sent.request.body).toEqual({ state: 'refused' });
    sent.flush({ state: 'refused' });
    await page.settle();
    (await arrives(http, url)).flush({ waivers: [one(2, 'goat', 'asked'), one(1, 'cabin', 'refused')] });
    await page.settle();
    expect(asked()).toHaveSize(1);
  });
});
