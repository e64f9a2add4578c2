import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { partsConvention, type Convention } from '@renquil/core/names';
import { arrives } from '../../testing/arrives';
import { show, type Page } from '../../testing/page';
import type { ConventionInfo, ConventionList, Role } from '@renquil/api';
import { Session } from '../state/session';
import { Conventions } from './conventions';

const root = '/api/projects/p/conventions';
const list = (role: Role): ConventionList => ({
  project: { slug: 'p', name: 'P', archived: false },
  role,
  standard: { id: null, shipped: 'parts' },
  conventions: [{ id: 7, name: 'Ours', revision: 2, draft: false, draftBy: null, draftAt: null, scenes: 1 }],
  shipped: [{ id: 'parts', name: 'Parts', scenes: 0 }],
});
const info: ConventionInfo = {
  id: 7,
  name: 'Ours',
  revision: 2,
  body: { ...partsConvention, name: 'Ours' },
  draft: null,
  draftBy: null,
  draftAt: null,
  revisions: [{ revision: 2, note: 'more', author: 'Ines', at: '2026-11-01T00:00:00Z' }],
  scenes: [{ id: 1, name: 'cabin', revision: 2 }],
};
const tried = {
  scenes: [
    {
      id: 1,
      name: 'cabin',
      convention: 'Ours',
      revision: 2,
      names: 10,
      fitBefore: 6,
      fitAfter: 8,
      lost: [],
      won: [],
      rules: [
        {
          check: 'house/lamps-hang-high',
          title: 'Lamps hang high',
          severity: 'warning',
          before: 0,
          after: 3,
          first: [{ id: 4, name: 'lamp_2', says: 'It hangs low.' }],
        },
      ],
    },
  ],
};

describe('the conventions page', () => {
  let http: HttpTestingController;
  let page: Page<Conventions>;
  const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));
  const start = async (role: Role = 'lead') => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    TestBed.inject(Session).info.set({
      account: { id: 1, name: 'Ines', makesProjects: false },
      projects: [{ slug: 'p', name: 'P', role, archived: false }],
      demo: true,
    });
    http = TestBed.inject(HttpTestingController);
    page = await show(Conventions, { project: 'p' }, 'display:flex;height:700px;width:1200px');
    await wait(0);
    http.match('/api/session').forEach((one) =>
      one.flush({
        account: { id: 1, name: 'Ines', makesProjects: false },
        projects: [{ slug: 'p', name: 'P', role, archived: false }],
        demo: true,
      }),
    );
    (await arrives(http, root)).flush(list(role));
    (await arrives(http, `${root}/7`)).flush(info);
    (await arrives(http, `${root}/try`)).flush(tried);
    await page.settle();
  };
  it('is made what scenes that are brought in are held to, by a lead', async () => {
    await start();
    const said = () => page.text('[data-testid=standard]')[0];
    expect(said()).toContain('now: Parts');
    expect(page.text('aside button').find((one) => one.startsWith('Parts'))).toBe('Partsdefault · shipped');
    await page.click('Hold scenes that are brought in to this');
    const asked = http.expectOne({ method: 'PUT', url: `${root}/standard` });
    expect(asked.request.body).toEqual({ convention: 7 });
    asked.flush({ name: 'Ours' });
    (await arrives(http, root)).flush({ ...list('lead'), standard: { id: 7, shipped: null } });
    await wait(0);
    await page.settle();
    expect(said()).toBe('Scenes that are brought in are held to this one.');
  });
  it('says to others what is brought in is held to', async () => {
    await start('viewer');
    expect(page.text('[data-testid=standard]')[0]).toBe('Scenes that are brought in are held to Parts.');
  });
  it('colours a typed name slot by slot and says what is wrong where', async () => {
    await start();
    const field = page.field('try-name');
    await page.type(field, 'L_F_sheeve01_stel_geo');
    expect(page.text('[data-testid=try-pieces] span')).toEqual([
      'L',
      '_',
      'F',
      '_',
      'sheeve',
      '01',
      '_',
      'stel',
      '_',
      'geo',
    ]);
    expect(page.text('[data-testid=try-says]')[0]).toContain(
      '"stel" is no listed surface; the nearest is "steel".',
    );
    await page.type(field, 'L_F_sheave001_nylon_geo');
    expect(page.text('[data-testid=try-says]')[0]).toContain('fits');
  });
  it('says of a word that no list judges what the library calls it', async () => {
    await start();
    await page.type(page.field('try-name'), 'L_F_sheeve001_nylon_geo');
    const asked = await arrives(http, '/api/projects/p/words/near?word=sheeve');
    asked.flush({ word: 'sheeve', near: { word: 'sheave', used: 214 } });
    await page.settle();
    expect(page.text('[data-testid=try-says]')[0]).toContain(
      'sheeve is nearly sheave, used 214 times in the library',
    );
    await page.type(page.field('try-name'), 'L_F_door001_nylon_geo');
    expect(page.text('[data-testid=try-says]')[0]).not.toContain('sheave');
  });
  it('says how numbers are written, that a slot takes several words, and what stands before one', async () => {
    await start();
    const said = (): string[] => page.text('[data-testid=differences] li');
    await page.click(page.all('[aria-label=Slot] button')[3]!);
    await page.click(page.field('at-least'));
    await page.type(page.field('prefix'), 'n');
    expect(said()).toEqual(['number: as many digits or more', 'number: "n" before the digits']);
    await page.type(page.field('prefix'), 'n2');
    expect(page.field('prefix').value).withContext('digits could not be told from the number').toBe('n');
    await page.type(page.field('letters'), 'upper');
    expect(said()).toContain('number: numbers as letters');
    await page.click(page.all('[aria-label=Slot] button')[2]!);
    await page.type(page.field('joint'), '_');
    expect(said()).toContain('what: several words with "_" between them');
    await page.type(page.field('joint'), 'a');
    expect(page.field('joint').value).toBe('_');
    http.match(() => true);
  });
  it('makes rules of the house out of fields, says what they find, and takes them out again', async () => {
    await start();
    await page.type(page.field('rule-title'), 'Lamps hang high');
    await page.click(page.all('rq-rule-section form:last-of-type button[type=submit]').at(-1)!);
    const draft = page.component.draft;
    await page.type(page.field('rule-where'), 'lamp*');
    await page.type(page.field('rule-ask'), 'has');
    await page.type(page.field('rule-what'), 'hook*');
    await page.type(page.field('rule-says'), '"{name}" has {count} hooks.');
    await page.type(page.field('rule-fix'), 'switch');
    expect(draft.shown()!.rules).toEqual([
      {
        id: 'lamps-hang-high',
        title: 'Lamps hang high',
        severity: 'warning',
        where: 'lamp*',
        has: { below: 'hook*' },
        says: '"{name}" has {count} hooks.',
        fix: { switch: { goes: false } },
      },
    ]);
    expect(page.text('[data-testid=differences] li')).toEqual(['new rule "Lamps hang high"']);
    // Tried when it rests.
    await wait(750);
    http.match(`${root}/try`).forEach((one) => one.flush(tried));
    await page.settle();
    expect(page.text('[data-testid=rule-found]')).toEqual(['3 in 1 scene']);
    expect(page.text('[data-testid=rule]')[0]).toContain('lamp_2It hangs low.');
    await page.click(page.all('[data-testid=rule] rq-sure-button button')[0]!);
    await page.click('Take out');
    expect(draft.shown()!.rules).toBeUndefined();
    http.match(() => true);
  });
  it('makes every edit a draft that is kept, tried on and said in words', async () => {
    await start();
    await page.click(page.all('[aria-label=Slot] button')[3]!);
    await page.type(page.field('digits'), '2');
    expect(page.text('[data-testid=draft-mark]')).toEqual(['draft of rev 3']);
    expect(page.text('[data-testid=differences] li')).toEqual(['number: 3 digits → 2 digits']);
    const kept = await arrives(http, { method: 'PUT', url: `${root}/7/draft` });
    expect((kept.request.body as { body: Convention }).body.slots['number']!.digits).toBe(2);
    kept.flush({ saved: true });
    (await arrives(http, `${root}/try`)).flush(tried);
    await page.settle();
    expect(page.text('[data-testid=tried]')[0]).toContain('cabin');
  });
  it('keeps a draft here that the server refuses, and says why', async () => {
    await start();
    await page.click(page.all('[aria-label=Slot] button')[3]!);
    await page.type(page.field('digits'), '5');
    (await arrives(http, { method: 'PUT', url: `${root}/7/draft` })).flush(
      { error: { code: 'convention-invalid', text: 'The convention cannot be used: x.' } },
      { status: 422, statusText: '' },
    );
    // The page is not at rest while a request is open.
    (await arrives(http, `${root}/try`)).flush(tried);
    await wait(0);
    await page.settle();
    expect(page.text('[data-testid=draft-problem]')[0]).toContain('cannot be used: x');
    expect((page.field('publish') as unknown as HTMLButtonElement).disabled).toBeTrue();
  });
  it('takes words with their spellings in, and a pattern apart', async () => {
    await start();
    await page.click(page.all('[aria-label=Slot] button')[4]!);
    const add = page.field('add-word');
    add.value = 'felt: cloth, fabric';
    await page.press(add, 'Enter');
    expect(page.text('[data-testid=differences] li')).toEqual(['surface: new word felt']);
    http.match(() => true);
  });
  it('is only read by who is no lead', async () => {
    await start('artist');
    expect(page.all('[data-testid=add-word]')).toEqual([]);
    expect(page.all('[data-testid=learn-one]')).toEqual([]);
    expect(page.root.textContent).toContain('A lead writes conventions');
  });
});
