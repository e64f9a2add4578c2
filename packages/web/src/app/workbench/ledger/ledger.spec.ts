import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { frames } from '../../../testing/frames';
import { workbenchBed, type Bed } from '../../../testing/bed';
import { ToastList } from '../../state/toast-list';
import { BenchState } from '../name/bench-state';
import { Ledger } from './ledger';

const outline =
  'cabin_ctrl : control\n  L_door001_oak_geo : mesh @3,0,0\n  door left : mesh @3,0,4\n  cut_vent01 : mesh';

describe('the ledger', () => {
  let bed: Bed;
  let fixture: ComponentFixture<Ledger>;
  const rows = () => [...(fixture.nativeElement as HTMLElement).querySelectorAll('rq-ledger-row')];
  const texts = (row: Element) =>
    [...row.querySelectorAll('[role=gridcell]')].map((cell) => cell.textContent.trim().replace(/\s+/g, ' '));
  const press = async (key: string, more: KeyboardEventInit = {}) => {
    (document.activeElement ?? document.body).dispatchEvent(
      new KeyboardEvent('keydown', { key, bubbles: true, ...more }),
    );
    await fixture.whenStable();
  };
  beforeEach(async () => {
    bed = await workbenchBed(outline);
    fixture = TestBed.createComponent(Ledger);
    (fixture.nativeElement as HTMLElement).style.cssText = 'display:flex;height:400px;width:850px';
    await fixture.whenStable();
    await frames();
    await fixture.whenStable();
  });

  it('takes names apart into slots and judges them', () => {
    expect(rows()).toHaveSize(4);
    expect(texts(rows()[1]!)).toEqual(['L_door001_oak_geo', 'L', '', 'door', '001', 'oak', 'geo', 'fits']);
    expect(texts(rows()[2]!)[7]).toContain('space');
    expect(texts(rows()[3]!)).toEqual(['cut_vent01', '–', '–', '–', '–', '–', '–', 'helper, stays home']);
  });
  it('says what it is to who cannot see it', () => {
    const grid = (fixture.nativeElement as HTMLElement).querySelector('[role=treegrid]')!;
    expect(grid.getAttribute('aria-rowcount')).toBe('5');
    expect(rows()[0]!.getAttribute('aria-expanded')).toBe('true');
    expect(rows()[1]!.getAttribute('aria-level')).toBe('2');
  });
  it('loses no letter that is typed before the field of a cell is there', async () => {
    bed.ledger.pick(2, 'only');
    bed.ledger.cell.set('what');
    fixture.componentInstance.focus();
    const grid = document.activeElement!;
    for (const key of ['g', 'a', 't', 'e'])
      grid.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    await fixture.whenStable();
    const field = document.querySelector<HTMLInputElement>('[data-testid=slot-field]')!;
    expect([field.value, document.activeElement]).toEqual(['gate', field]);
    await press('Enter');
    expect(bed.open.scene.get(2).name).toBe('L_gate001_oak_geo');
  });
  it('renames in place: Enter keeps and goes down, Escape leaves it', async () => {
    bed.ledger.pick(3, 'only');
    fixture.componentInstance.focus();
    await press('F2');
    const field = document.querySelector<HTMLInputElement>('[data-testid=name-field]')!;
    expect([field.value, document.activeElement]).toEqual(['door left', field]);
    field.value = 'L_door002_oak_geo';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    expect(field.getAttribute('aria-invalid')).toBe('false');
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
    // The next key may come before the field is gone: it is the rows' already.
    expect(document.activeElement?.getAttribute('role')).toBe('treegrid');
    await fixture.whenStable();
    expect(bed.open.scene.get(3).name).toBe('L_door002_oak_geo');
    expect(bed.ledger.picking().active).toBe(4);
    expect((await bed.commit(1)).label).toBe('Rename door left to L_door002_oak_geo');
    await press('F2');
    const second = document.querySelector<HTMLInputElement>('[data-testid=name-field]')!;
    second.value = 'not kept';
    second.dispatchEvent(new Event('input'));
    await press('Escape');
    expect(bed.open.scene.get(4).name).toBe('cut_vent01');
  });
  it('leaves a name to where it comes from, and says so', async () => {
    bed.open.scene.patch(3, { held: { file: 'door.usda' } });
    bed.ledger.pick(3, 'only');
    fixture.componentInstance.focus();
    await press('F2');
    const field = document.querySelector<HTMLInputElement>('[data-testid=name-field]')!;
    field.value = 'L_door002_oak_geo';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
    await fixture.whenStable();
    expect(bed.open.scene.get(3).name).toBe('door left');
    expect(TestBed.inject(ToastList).toasts().at(-1)?.text).toContain(
      'It comes from door.usda, and is named there',
    );
  });
  describe('when somebody else renames what one is renaming', () => {
    const type = async (text: string): Promise<HTMLInputElement> => {
      bed.ledger.pick(3, 'only');
      fixture.componentInstance.focus();
      await press('F2');
      const field = document.querySelector<HTMLInputElement>('[data-testid=name-field]')!;
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await fixture.whenStable();
      return field;
    };
    const theirs = async (from: string, to: string): Promise<void> => {
      const edits = [{ kind: 'rename' as const, object: 3, from, to }];
      bed.open.took(1);
      await bed.settle();
      bed.http.expectOne('/api/scenes/1/changes?after=0').flush({
        revision: 1,
        changes: [{ revision: 1, id: 't', author: 'Ines Laurent', authorId: 2, label: 'x', edits }],
      });
      await bed.settle();
      await fixture.whenStable();
    };
    const ask = () => document.querySelector('[data-testid=meanwhile]');
    const choose = async (which: string): Promise<void> => {
      document.querySelector<HTMLElement>(`[data-testid=${which}]`)!.click();
      await fixture.whenStable();
    };
    it('shows both names, writes neither over the other, and takes the one that is chosen', async () => {
      await type('mine');
      await theirs('door left', 'theirs');
      expect(ask()!.textContent).toMatch(/Ines Laurent made it theirs while you typed mine/);
      await press('Enter');
      expect([bed.open.scene.get(3).name, ask() !== null]).toEqual(['theirs', true]);
      await choose('use-mine');
      expect([bed.open.scene.get(3).name, ask()]).toEqual(['mine', null]);
      expect((await bed.commit(2)).label).toBe('Rename theirs to mine');
    });
    it('leaves it as it is when that is chosen', async () => {
      await type('mine');
      await theirs('door left', 'theirs');
      await choose('keep-theirs');
      expect(bed.open.scene.get(3).name).toBe('theirs');
      bed.http.expectNone('/api/scenes/1/changes');
    });
    it('asks nothing when nothing was typed, or the same', async () => {
      const field = await type('door left');
      await theirs('door left', 'theirs');
      expect(ask()).toBeNull();
      field.value = 'theirs';
      field.dispatchEvent(new Event('input'));
      await press('Enter');
      expect([bed.open.scene.get(3).name, document.querySelector('[data-testid=name-field]')]).toEqual([
        'theirs',
        null,
      ]);
    });
    it('keeps the row in a filter that would not find it any more, and half a name is no name', async () => {
      bed.ledger.filter.set('*door*');
      await fixture.whenStable();
      await type('half typ');
      await theirs('door left', 'elsewhere');
      expect(document.querySelector<HTMLInputElement>('[data-testid=name-field]')!.value).toBe('half typ');
      expect(bed.open.scene.get(3).name).toBe('elsewhere');
    });
  });
  it('shows a preview in place: the old name struck out, the new cells marked, the verdict of the new name', async () => {
    const bench = TestBed.inject(BenchState);
    bed.ledger.pick(3, 'only');
    bench.add('swap-words');
    bench.change(0, { find: 'door left', put: 'L_door009_oak_geo', wholeWord: false });
    TestBed.tick();
    await fixture.whenStable();
    const row = rows()[2]!;
    expect(texts(row).slice(1)).toEqual(['L', '', 'door', '009', 'oak', 'geo', 'will fit']);
    expect(row.querySelector('rq-name')!.classList).toContain('line-through');
    expect(row.querySelectorAll('.bg-wash')).toHaveSize(4);
    expect(bed.open.scene.get(3).name).toBe('door left');
  });
  it('picks with the mouse and the modifier keys', async () => {
    const click = (at: number, more: MouseEventInit = {}) =>
      rows()[at]!.dispatchEvent(new MouseEvent('click', { bubbles: true, ...more }));
    click(1);
    click(3, { shiftKey: true });
    expect([...bed.ledger.picking().picked]).toEqual([2, 3, 4]);
    click(2, { ctrlKey: true });
    expect([...bed.ledger.picking().picked]).toEqual([2, 4]);
    await fixture.whenStable();
    expect(rows()[1]!.getAttribute('aria-selected')).toBe('true');
  });
});
