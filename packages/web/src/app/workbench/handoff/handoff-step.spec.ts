import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { TargetInfo } from '@renquil/api';
import { shippedTargets } from '@renquil/core/targets';
import { arrives } from '../../../testing/arrives';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { HandoffStep } from './handoff-step';

const clean = 'cabin_ctrl : control\n  cut_vent : mesh';
const messy = `${clean}\n  door left : mesh`;

describe('the hand-off', () => {
  const engine: TargetInfo = {
    ...{ key: 'engine', id: null, revision: 0, author: null, at: null },
    target: shippedTargets['engine']!,
  };
  const start = async (outline: string, role: 'viewer' | 'artist' | 'lead' = 'artist') => {
    const bed = await workbenchBed(outline, { role });
    const page = await show(HandoffStep, {}, 'display:flex;width:1100px;height:700px');
    bed.http.expectOne('/api/scenes/1/handoffs').flush({ handoffs: [] });
    (await arrives(bed.http, '/api/projects/p/targets')).flush({ targets: [engine] });
    (await arrives(bed.http, '/api/projects/p/receivers')).flush({ receivers: [] });
    await bed.settle();
    await page.settle();
    return { ...bed, page };
  };
  it('says what goes, what stays home and why', async () => {
    const { page } = await start(clean);
    expect([
      page.text('[data-testid=gate-verdict]')[0],
      page.text('[data-testid=goes]')[0],
      page.text('[data-testid=stays]')[0],
    ]).toEqual(['It passes', '1', '1']);
    expect(page.root.textContent).toContain('cut_*');
    expect(page.button('Hand off').disabled).toBeFalse();
  });
  it('puts what holds it up first, and holds an artist there', async () => {
    const { page } = await start(messy);
    expect(page.text('li')[0]).toMatch(/^Forbidden characters.*1 wrong$/);
    expect(page.button('Hand off').disabled).toBeTrue();
    expect(page.root.textContent).toContain('ask a lead');
  });
  it('lets a lead past it with a reason, and only with one', async () => {
    const { page, http, settle } = await start(messy, 'lead');
    expect(page.button('Hand off').disabled).toBeTrue();
    await page.type(page.field('reason'), 'ok');
    expect(page.button('Hand off').disabled).toBeTrue();
    await page.type(page.field('reason'), 'for the light team');
    await page.click('Hand off');
    await settle();
    expect(http.expectOne({ method: 'POST', url: '/api/scenes/1/handoffs' }).request.body).toEqual({
      revision: 0,
      reason: 'for the light team',
      target: '',
      id: jasmine.any(String),
    });
  });
  it('asks the gate for a target, names the first objects in its way, and sends what it is for', async () => {
    const { page, http, settle, ledger } = await start(`${clean}\n  l : light\n  1a : mesh`, 'lead');
    const select = page.root.querySelector<HTMLSelectElement>('[data-testid=target]')!;
    select.value = 'engine';
    select.dispatchEvent(new Event('change'));
    await page.settle();
    expect(page.text('[data-testid=target-about]')[0]).toContain('63 characters');
    expect(page.root.textContent).toContain('Names that the receiver cannot read');
    expect(page.text('[data-testid=line-first] button')).toContain('1a');
    expect(page.text('[data-testid=stays]')).toEqual(['2']);
    const go = spyOn(TestBed.inject(Router), 'navigate');
    await page.click(page.all('[data-testid=line-first] button')[0]!);
    expect(go).toHaveBeenCalledWith(['/scenes', 1, 'name']);
    expect(ledger.picking().active).toBe(4);
    await page.type(page.field('reason'), 'for the light team');
    await page.click('Hand off');
    await settle();
    const { body } = http.expectOne({ method: 'POST', url: '/api/scenes/1/handoffs' }).request;
    expect((body as { target: string }).target).toBe('engine');
  });
  it('folds what is fine', async () => {
    const { page } = await start(clean);
    expect(page.text('[data-testid=fine]')[0]).toContain('checks are fine');
    expect(page.root.textContent).not.toContain('Reserved word');
    await page.click(page.all('[data-testid=fine]')[0]!);
    expect(page.root.textContent).toContain('Reserved word');
  });
  it('offers a viewer nothing but what was made', async () =>
    expect((await start(clean, 'viewer')).page.button('Hand off').disabled).toBeTrue());
});
