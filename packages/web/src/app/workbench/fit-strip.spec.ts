import { workbenchBed } from '../../testing/bed';
import { show } from '../../testing/page';
import type { FittedConvention, Role } from '@renquil/api';
import { byFit } from './fit-order';
import { FitStrip } from './fit-strip';

const fit = (name: string, fits: number, of: Partial<FittedConvention> = {}): FittedConvention => ({
  id: null,
  shipped: name.toLowerCase(),
  name,
  revision: 0,
  objects: 30,
  asked: 30,
  fits,
  ...of,
});
const hand = fit('Hand', 25);
const ours = fit('Ours', 3, { id: 7, shipped: null, revision: 2 });
const held = fit('Parts', 0);

describe('the strip that says which convention fits', () => {
  const start = async (
    fits: readonly FittedConvention[],
    role: Role = 'artist',
    outline = 'a : mesh\nb : mesh',
  ) => {
    const bed = await workbenchBed(outline, { role });
    const page = await show(FitStrip);
    expect(page.text('[data-testid=fit-says]')[0]).toBe('Reading the names by each convention…');
    bed.http.expectOne('/api/scenes/1/conventions').flush({ conventions: fits });
    await bed.settle();
    await page.settle();
    return { ...bed, page, says: () => page.text('[data-testid=fit-says]')[0] };
  };
  it('names the best, and what the scene is held to', async () => {
    const { says, page } = await start([held, ours, hand]);
    expect(says()).toBe('25 of 30 names fit Hand; 0 fit Parts, which this scene is held to.');
    expect(page.text('[data-testid=fit-other] option')).toEqual([
      'another…',
      'Hand: 25 of 30',
      'Ours: 3 of 30',
    ]);
    expect(page.field('fit-learn')).withContext('only a lead can keep what was learned').toBeNull();
  });
  it('offers an avatar the names of its bones, whatever it is called by today', async () => {
    const bones = fit('VRM 1.0', 0, { shipped: 'vrm-1.0' });
    const { says, page, open, http, settle } = await start(
      [held, bones, fit('Hand', 0)],
      'artist',
      'fox\n  hips : mesh',
    );
    const { scene } = open.info()!;
    (scene as { sourceName: string }).sourceName = 'fox.vrm';
    open.info.set({ ...open.info()!, scene: { ...scene } });
    await page.settle();
    expect(says()).toMatch(/^This is an avatar: 0 of 30 names are those of VRM 1\.0\. The scene is held to /);
    await page.click('Hold it to VRM 1.0');
    http.expectOne({ method: 'PUT', url: '/api/scenes/1/convention' }).flush(null);
    await settle();
    const info = open.info()!;
    const convention = { ...info.convention, id: null, shipped: 'vrm-1.0', name: 'VRM 1.0' };
    http.expectOne('/api/scenes/1').flush({ ...info, convention });
    await settle();
    const said: unknown = open.scene.get(1).attributes['skeleton'];
    expect(said).toBe('vrm-1.0');
  });
  it('holds the scene to it, and to another that is chosen', async () => {
    const { http, page, settle } = await start([held, ours, hand]);
    await page.click('Hold it to Hand');
    const asked = http.expectOne({ method: 'PUT', url: '/api/scenes/1/convention' });
    expect(asked.request.body).toEqual({ shipped: 'hand' });
    asked.flush({ error: { code: 'internal', text: 'It did not work.' } }, { status: 500, statusText: 'no' });
    await settle();
    await page.settle();
    const choice = page.field('fit-other') as unknown as HTMLSelectElement;
    choice.value = '1';
    choice.dispatchEvent(new Event('change'));
    expect(http.expectOne('/api/scenes/1/convention').request.body).toEqual({ convention: 7 });
  });
  it('can be left, and learned from by a lead', async () => {
    const { http, page } = await start([held, hand], 'lead');
    let learned = 0;
    page.component.learn.subscribe(() => learned++);
    await page.click('Learn from this scene');
    expect(learned).toBe(1);
    await page.click('Leave it');
    expect(http.expectOne('/api/scenes/1/convention').request.body).toEqual({ leave: true });
  });
  it('offers none where none fits more, or none at all', async () => {
    const { says, page } = await start([{ ...held, fits: 28 }, hand]);
    expect(says()).toBe('28 of 30 names fit Parts, which this scene is held to. No other fits more.');
    expect(page.field('fit-hold')).toBeNull();
  });
  it('says when nothing fits', async () => {
    const { says } = await start([held, { ...hand, fits: 0 }]);
    expect(says()).toBe(
      'None of the 30 names fits a convention of this project. The scene is held to Parts.',
    );
  });
  it('says when it could not be read, and tries again', async () => {
    const { http, page, settle } = await workbenchBed('a : mesh').then(async (bed) => ({
      ...bed,
      page: await show(FitStrip),
    }));
    http
      .expectOne('/api/scenes/1/conventions')
      .flush({ error: { code: 'busy', text: 'The server is busy.' } }, { status: 503, statusText: 'busy' });
    await settle();
    await page.settle();
    expect(page.text('[data-testid=fit-says]')[0]).toContain('could not be read');
    await page.click('Try again');
    http.expectOne('/api/scenes/1/conventions');
  });
  it('puts what is held first among equals, then the project’s own', () => {
    const own = { id: null, shipped: 'parts' };
    expect(
      byFit([fit('Rig', 5), { ...ours, fits: 5 }, { ...held, fits: 5 }], own).map(({ name }) => name),
    ).toEqual(['Parts', 'Ours', 'Rig']);
  });
});
