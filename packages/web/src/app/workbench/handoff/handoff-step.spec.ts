import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { HandoffStep } from './handoff-step';

const clean = 'cabin_ctrl : control\n  cut_vent : mesh';
const messy = `${clean}\n  door left : mesh`;

describe('the hand-off', () => {
  const start = async (outline: string, role: 'viewer' | 'artist' | 'lead' = 'artist') => {
    const bed = await workbenchBed(outline, { role });
    const page = await show(HandoffStep, {}, 'display:flex;width:1100px;height:700px');
    bed.http.expectOne('/api/scenes/1/handoffs').flush({ handoffs: [] });
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
      id: jasmine.any(String),
    });
  });
  it('offers a viewer nothing but what was made', async () =>
    expect((await start(clean, 'viewer')).page.button('Hand off').disabled).toBeTrue());
});
