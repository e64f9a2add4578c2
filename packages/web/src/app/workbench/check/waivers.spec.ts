import { TestBed } from '@angular/core/testing';
import type { WaiverInfo } from '@renquil/api';
import { arrives } from '../../../testing/arrives';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { Analysis } from '../../state/analysis';
import { FindingCard } from './finding-card';
import { FindingsState } from './findings-state';
import { Waivers } from './waivers';

const outline = 'r_ctrl : control\n  door left : mesh\n  seat  one : mesh';
const check = 'forbidden-characters';
const waiver = (more: Partial<WaiverInfo> = {}): WaiverInfo => ({
  id: 5,
  scene: { id: 1, name: 'test' },
  scope: { of: 'finding', check, object: 2, path: '/r_ctrl/door left' },
  reason: 'the rig knows it by this name',
  until: {},
  state: 'granted',
  askedBy: 'Mo Adeyemi',
  mine: true,
  askedAt: '2026-11-30T08:00:00Z',
  decidedBy: 'Ines Laurent',
  decidedAt: '2026-11-30T08:00:00Z',
  note: '',
  ...more,
});

describe('waivers on the page', () => {
  const url = '/api/scenes/1/waivers';
  const start = async (waivers: readonly WaiverInfo[], role: 'artist' | 'lead' = 'artist') => {
    const bed = await workbenchBed(outline, { role });
    TestBed.inject(Waivers);
    TestBed.tick();
    (await arrives(bed.http, url)).flush({ waivers, version: 1, day: '2026-11-30' });
    await bed.settle();
    await bed.settle();
    return bed;
  };
  it('take what is let pass out of list, counts and gate, and show it when asked', async () => {
    await start([waiver()]);
    const state = TestBed.inject(FindingsState);
    const shown = (): number[] => {
      const group = state.groups().find(({ key }) => key === check);
      return [...(group?.at ?? [])].map((at) => state.columns().objects[at]!);
    };
    expect(shown()).toEqual([3]);
    expect(state.waived()).toBe(1);
    expect(TestBed.inject(Analysis).gate()?.waived).toBe(1);
    state.showWaived.set(true);
    expect(shown()).toEqual([2]);
    expect([...state.ofCheck(check)].map(({ object }) => object)).toEqual([3]);
  });
  it('say who waived a finding, why and how long; one that meets nothing says so', async () => {
    const idle = waiver({ id: 6, scope: { of: 'query', check: 'unnamed', where: 'kind:light' } });
    await start([waiver({ until: { version: 4 } }), idle]);
    const page = await show(FindingCard);
    page.component.state.current.set({ object: 2, check });
    await page.settle();
    expect(page.text('[data-testid=waived-by]')).toEqual([
      'Waived by Ines Laurent, until v004:the rig knows it by this name',
    ]);
    expect(page.field('waive')).toBeNull();
    expect(page.text('[data-testid=waiver]').map((one) => one.includes('meets nothing now'))).toEqual([
      false,
      true,
    ]);
    expect(page.all('rq-waiver-list button')).toEqual([]);
  });
  it('are decided by a lead where they are listed', async () => {
    const { http } = await start([waiver({ state: 'asked', decidedBy: null, mine: false })], 'lead');
    const page = await show(FindingCard);
    page.component.state.current.set({ object: 2, check });
    await page.settle();
    expect(page.text('[data-testid=asked]')).toEqual(['A lead is asked to waive it.']);
    await page.click(page.all('[data-testid=waiver] button')[0]!);
    const sent = http.expectOne({ method: 'PUT', url: `${url}/5` });
    expect(sent.request.body).toEqual({ state: 'granted' });
    sent.flush({ state: 'granted' });
    await page.settle();
    (await arrives(http, url)).flush({ waivers: [waiver()], version: 1, day: '2026-11-30' });
    await page.settle();
    expect(page.text('[data-testid=waived-by]')).toHaveSize(1);
  });
  it('are taken back by whoever asked for them, after a second thought', async () => {
    const { http } = await start([waiver({ state: 'asked', decidedBy: null })]);
    const page = await show(FindingCard);
    await page.settle();
    await page.click('Take back');
    await page.click(page.all('[data-testid=waiver] button').at(-1)!);
    expect(http.expectOne({ method: 'PUT', url: `${url}/5` }).request.body).toEqual({ state: 'cleared' });
  });
});

describe('findings since a version', () => {
  it('are new, or put right since, by what the filter or the list asks', async () => {
    const { http, settle } = await workbenchBed(outline);
    const state = TestBed.inject(FindingsState);
    state.filter.filter.set('since:v001');
    TestBed.tick();
    (await arrives(http, '/api/scenes/1/versions/1/findings')).flush({
      version: 1,
      found: { [check]: [2], 'name-pattern': [2, 3], unnamed: [9] },
    });
    await settle();
    await settle();
    expect(state.since.version()).toBe(1);
    expect(state.since.counts()!.gone).toBe(1);
    state.filter.filter.set('');
    state.onlyNew.set(true);
    const all = state
      .groups()
      .flatMap(({ key, at }) => [...at].map((one) => `${key} ${state.columns().objects[one]}`));
    expect(all).toContain(`${check} 3`);
    expect(all).not.toContain(`${check} 2`);
    expect(all).toHaveSize(state.since.counts()!.fresh);
    state.filter.filter.set('since:v001 kind:mesh');
    TestBed.tick();
    expect([...state.filter.matches()!]).toContain(3);
  });
});
