import { TestBed } from '@angular/core/testing';
import { PivotPicker, type Anchor } from './pivot-picker';

describe('the pivot picker', () => {
  const make = async (chosen: Anchor | null) => {
    const fixture = TestBed.createComponent(PivotPicker);
    fixture.componentRef.setInput('chosen', chosen);
    await fixture.whenStable();
    const root = fixture.nativeElement as HTMLElement;
    document.body.append(root);
    const picked: Anchor[] = [];
    fixture.componentInstance.choose.subscribe((one) => picked.push(one));
    const radios = [...root.querySelectorAll<HTMLElement>('[role=radio]')];
    return { root, picked, radios };
  };
  it('shows which of nine places it is, and has one tab stop, there', async () => {
    const { radios } = await make({ x: 0, y: -1 });
    expect(radios.map((one) => one.getAttribute('aria-checked'))).toEqual(
      radios.map((one) => String(one.getAttribute('aria-label') === 'bottom centre')),
    );
    expect(radios.filter((one) => one.tabIndex === 0).map((one) => one.getAttribute('aria-label'))).toEqual([
      'bottom centre',
    ]);
  });
  it('is walked by the arrows, not past its edge, and chosen by a press', async () => {
    const { picked, radios } = await make(null);
    radios[4]!.focus();
    const arrow = (key: string) =>
      document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    arrow('ArrowRight');
    arrow('ArrowRight');
    arrow('ArrowUp');
    expect(document.activeElement!.getAttribute('aria-label')).toBe('top left');
    (document.activeElement as HTMLElement).click();
    expect(picked).toEqual([{ x: 1, y: 1 }]);
  });
  it('has places of 24 px at least', async () => {
    const { radios } = await make(null);
    for (const one of radios) expect(one.getBoundingClientRect().width).toBeGreaterThanOrEqual(24);
  });
});
