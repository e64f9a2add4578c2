import { LiveAnnouncer } from '@angular/cdk/a11y';
import { TestBed } from '@angular/core/testing';
import { workbenchBed, type Bed } from '../../testing/bed';
import { Speaker } from './speaker';

describe('what is said aloud', () => {
  let bed: Bed;
  let said: string[];
  beforeEach(async () => {
    bed = await workbenchBed('a_grp : group\n  b : mesh\n  bc : mesh');
    said = [];
    spyOn(TestBed.inject(LiveAnnouncer), 'announce').and.callFake((text: string) => {
      said.push(text);
      return Promise.resolve();
    });
    TestBed.runInInjectionContext(() => new Speaker());
    await bed.settle();
  });
  const rest = (): Promise<void> => new Promise((done) => setTimeout(done, 800));
  it('is how many are found, once they have been typed', async () => {
    for (const text of ['b', 'bc', 'b*']) {
      bed.ledger.filter.set(text);
      await bed.settle();
    }
    await rest();
    expect(said).toEqual(['2 found']);
  });
  it('is how many are picked when they are several, and what will change', async () => {
    bed.ledger.pickAll([2]);
    await bed.settle();
    bed.ledger.pickAll([2, 3]);
    bed.ledger.preview.set({ names: new Map([[2, 'x']]), clashes: new Map() });
    await bed.settle();
    await rest();
    expect(said).toEqual(['2 picked, 1 name will change']);
    await rest();
    expect(said).toHaveSize(1);
  });
  it('is why a filter cannot be read', async () => {
    bed.ledger.filter.set('(b');
    await bed.settle();
    await rest();
    expect(said[0]).toBe(bed.ledger.query().error!);
  });
});
