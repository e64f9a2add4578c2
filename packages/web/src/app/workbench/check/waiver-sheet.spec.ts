import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { TestBed } from '@angular/core/testing';
import { sceneFromOutline } from '@renquil/core/testing';
import { show } from '../../../testing/page';
import { WaiverSheet, type WaiverSheetData } from './waiver-sheet';

describe('the sheet in which findings are let pass', () => {
  const scene = sceneFromOutline('root\n  a\n    x y : mesh\n    z w : mesh\n  b\n    v u : mesh');
  const open = async (isLead: boolean) => {
    const closed: unknown[] = [];
    const data: WaiverSheetData = {
      scene,
      sceneId: 7,
      object: 3,
      check: 'forbidden-characters',
      title: 'Forbidden characters',
      found: [3, 4, 6],
      isLead,
      nextVersion: 4,
    };
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: DIALOG_DATA, useValue: data },
        { provide: DialogRef, useValue: { close: (one: unknown) => closed.push(one) } },
      ],
    });
    const page = await show(WaiverSheet);
    return { page, closed, http: TestBed.inject(HttpTestingController) };
  };
  it('says how many it lets pass, by what is chosen', async () => {
    const { page } = await open(true);
    const covers = (): string => page.text('[data-testid=waive-covers]')[0]!;
    expect(covers()).toBe('1 finding of it now');
    page.component.form.controls.of.setValue('branch');
    await page.settle();
    expect(covers()).toBe('2 findings of it now, and what comes');
    page.component.form.patchValue({ of: 'query', where: 'kind:mesh' });
    await page.settle();
    expect(covers()).toBe('3 findings of it now, and what comes');
    page.component.form.patchValue({ where: '(' });
    await page.settle();
    expect(covers()).toBe('This filter cannot be read.');
    expect(page.field('waive-go').disabled).toBeTrue();
  });
  it('wants a reason, and is sent once however often it is asked', async () => {
    const { page, closed, http } = await open(false);
    await page.click('Ask for it');
    expect(page.text('[role=alert]')).toEqual(['Say why: whoever receives the scene reads it.']);
    await page.type(page.field('waive-reason'), ' the rig knows it ');
    page.component.form.patchValue({ of: 'branch', branch: '2', how: 'version' });
    await page.click('Ask for it');
    const first = http.expectOne('/api/scenes/7/waivers');
    expect(first.request.body).toEqual({
      id: jasmine.any(String),
      scope: { of: 'branch', check: 'forbidden-characters', object: 2, path: '/root/a' },
      reason: 'the rig knows it',
      until: { version: 4 },
    });
    first.flush({ error: { code: 'internal', text: 'No.' } }, { status: 500, statusText: 'x' });
    await page.settle();
    await page.settle();
    expect(page.text('[role=alert]')).toHaveSize(1);
    await page.click('Ask for it');
    const second = http.expectOne('/api/scenes/7/waivers');
    expect((second.request.body as { id: string }).id).toBe((first.request.body as { id: string }).id);
    second.flush({ waiver: 1, state: 'asked' });
    await page.settle();
    expect(closed).toEqual(['asked']);
  });
});
