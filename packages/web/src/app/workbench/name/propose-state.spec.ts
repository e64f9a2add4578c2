import { TestBed } from '@angular/core/testing';
import { sidedOutline } from '@renquil/core/testing';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { Analysis } from '../../state/analysis';
import { ProposePanel } from './propose-panel';
import { ProposeState } from './propose-state';

const outline = `${sidedOutline}\nlids`;

describe('proposed names', () => {
  const start = async () => {
    const bed = await workbenchBed(outline);
    const propose = TestBed.inject(ProposeState);
    TestBed.tick();
    propose.start();
    TestBed.tick();
    const taken = () => (TestBed.tick(), [...propose.result().names].map(([id, name]) => `${id} ${name}`));
    return { ...bed, propose, taken };
  };
  it('are shown in the ledger, counted, and taken by how sure they are', async () => {
    const { propose, ledger, taken } = await start();
    expect(taken()).toContain('5 R_hook001_steel_geo');
    expect(ledger.preview()!.names.get(5)).toBe('R_hook001_steel_geo');
    expect(ledger.preview()!.unsure!.get(6)!.verdict).toContain('surface');
    expect(propose.counts()).toEqual(jasmine.objectContaining({ fit: 4, open: 1 }));
    propose.least.set(0.99);
    TestBed.tick();
    expect(taken()).toEqual([]);
    expect(ledger.preview()!.unsure!.get(5)!.verdict).toMatch(/^not sure: /);
  });
  it('are left out by row, by reason and by slot', async () => {
    const { propose, taken } = await start();
    propose.decide(5, false);
    expect(taken().some((line) => line.startsWith('5 '))).toBeFalse();
    propose.decide(5, true);
    propose.toggleSlot('number');
    expect(taken()).toContain('5 R_hook_steel_geo');
    propose.toggleSlot('number');
    propose.decided.set(new Map());
    for (const [reason] of propose.reasons()) propose.toggleReason(reason);
    expect(taken().some((line) => line.startsWith('5 '))).toBeFalse();
  });
  it('take a text that a person chose, and put an open name together with it', async () => {
    const { propose, taken } = await start();
    propose.choose(6, 'what', 'plinth');
    propose.choose(6, 'surface', 'oak');
    expect(taken()).toContain('6 C_plinth001_oak_geo');
  });
  it('take one text for a slot wherever it is open, and a choice for all that is picked', async () => {
    const { propose, taken, ledger, open } = await start();
    const openSlots = () => (TestBed.tick(), propose.openSlots());
    propose.least.set(0.5);
    const before = taken().length;
    expect(openSlots().map(([slot]) => slot)).toContain('surface');
    propose.fill('surface', 'oak');
    propose.fill('what', 'plinth');
    expect(taken().length).toBeGreaterThan(before);
    propose.fill('surface', '');
    propose.fill('what', '');
    expect(taken().length).toBe(before);
    ledger.pick(5, 'only');
    ledger.pick(6, 'toggle');
    propose.choose(6, 'what', 'plinth');
    propose.choose(6, 'surface', 'oak');
    expect(taken().filter((line) => /plinth00\d_oak_geo$/.test(line))).toHaveSize(2);
    const group = open.scene.roots.find((id) => open.scene.get(id).name === 'lids')!;
    ledger.pick(group, 'toggle');
    propose.choose(6, 'surface', 'steel');
    expect(propose.decided().has(group)).withContext('a group has no surface').toBeFalse();
  });
  it('wait for what a choice made a moment ago would do before they are applied', async () => {
    const { propose, open, taken } = await start();
    expect(taken()).toHaveSize(2);
    propose.choose(6, 'what', 'plinth');
    propose.choose(6, 'surface', 'oak');
    const analysis = TestBed.inject(Analysis);
    const asked = spyOn(analysis, 'take');
    TestBed.tick();
    expect(propose.apply()).toBeFalse();
    expect(open.scene.get(5).name).toBe('hook right steel');
    asked.and.callThrough();
    analysis.take(asked.calls.mostRecent().args[0]);
    expect([5, 6].map((id) => open.scene.get(id).name)).toEqual([
      'R_hook001_steel_geo',
      'C_plinth001_oak_geo',
    ]);
  });
  it('become one edit, and the rest stays for later', async () => {
    const { propose, open, commit } = await start();
    const before = open.scene.get(6).name;
    expect(propose.apply()).toBeTrue();
    expect([open.scene.get(5).name, open.scene.get(6).name, propose.on()]).toEqual([
      'R_hook001_steel_geo',
      before,
      false,
    ]);
    expect((await commit(1)).label).toMatch(/^Take \d proposed names$/);
    open.undo();
    expect(open.scene.get(5).name).toBe('hook right steel');
  });
  it('say why, slot by slot, for the row one is at', async () => {
    const { ledger, settle } = await start();
    ledger.pick(5, 'only');
    await settle();
    const page = await show(ProposePanel);
    const why = page.text('[data-testid=propose-why]')[0]!;
    expect(why).toContain('4 m to the right');
    expect(why).toContain('R_hook001_steel_geo');
    page.field('propose-take').click();
    await page.settle();
    expect(TestBed.inject(ProposeState).decided().get(5)).toBeFalse();
    expect(page.text('[data-testid=propose-counts]')[0]).toContain('right already');
  });
});
