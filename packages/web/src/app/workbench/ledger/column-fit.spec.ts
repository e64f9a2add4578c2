import { fitColumns, layColumns, widest, type FitColumn, type TextMeasure } from './column-fit';

const measure: TextMeasure = { mono: (text) => text.length * 8, sans: (text) => text.length * 6 };
const columns: readonly FitColumn[] = [
  { key: 'side', title: 'Side', most: 200, isMono: true },
  { key: 'what', title: 'What', most: 200, isMono: true },
];
const row = (name: string, side: string, what: string, verdict = 'fits') => ({
  name,
  indent: 8,
  cells: [side, what],
  verdict,
});

describe('the widths of columns', () => {
  it('come from the longest of what stands in them, and from their titles', () => {
    const fits = fitColumns(
      columns,
      [row('L_door', 'L', 'door'), row('R_doorHandleShaft', 'R', 'doorHandleShaft')],
      measure,
    );
    expect(fits.cells).toEqual([4 * 6 + 26, 15 * 8 + 18]);
    expect(fits.titles).toEqual([4 * 6 + 38, 4 * 6 + 38]);
    expect(fits.name).toBe(8 + 17 * 8 + 62);
  });
  it('have an end', () => {
    const fits = fitColumns(columns, [row('n'.repeat(500), 'L', 'w'.repeat(500), 'v'.repeat(500))], measure);
    expect([fits.name, fits.cells[1], fits.verdict]).toEqual([8 + 460, 200, 230]);
  });
  it('do not shrink while a scene is open', () => {
    const titles = [50, 50];
    const wide = { name: 300, indent: 8, cells: [50, 90], titles, verdict: 100 };
    const then = widest(wide, { name: 250, indent: 24, cells: [60, 80], titles, verdict: 90 });
    expect(then).toEqual({ name: 300, indent: 24, cells: [60, 90], titles, verdict: 100 });
    const other = { name: 1, indent: 8, cells: [1], titles: [1], verdict: 1 };
    expect(widest(wide, other)).withContext('another convention').toEqual(other);
  });
  const none = { name: undefined, cells: [undefined, undefined] };
  const fits = { name: 260, indent: 0, cells: [26, 138], titles: [58, 58], verdict: 200 };
  it('are what is needed where there is room; the verdict takes the rest', () => {
    expect(layColumns(fits, none, 900)).toBe('260px 58px 138px minmax(88px, 1fr)');
  });
  it('are taken from the titles, then the verdict, then the widest where there is not', () => {
    expect(layColumns(fits, none, 640)).toBe('260px 58px 138px minmax(88px, 1fr)');
    expect(layColumns(fits, none, 600))
      .withContext('titles')
      .toBe('260px 52px 138px minmax(88px, 1fr)');
    expect(layColumns(fits, none, 592))
      .withContext('verdict')
      .toBe('260px 46px 138px minmax(88px, 1fr)');
    expect(layColumns(fits, none, 560))
      .withContext('name')
      .toBe('238px 44px 138px minmax(88px, 1fr)');
    expect(layColumns(fits, none, 440))
      .withContext('both')
      .toBe('200px 44px 86px minmax(88px, 1fr)');
    expect(layColumns(fits, none, 100))
      .withContext('no room')
      .toBe('200px 44px 44px minmax(88px, 1fr)');
  });
  it('leave a name as much as a word of a slot, however deep its row stands in', () => {
    const deep = { name: 460, indent: 160, cells: [26, 300], titles: [58, 58], verdict: 120 };
    expect(layColumns(deep, none, 760)).toBe('378px 44px 218px minmax(88px, 1fr)');
  });
  it('are as somebody dragged them, while there is room', () => {
    const own = { name: 320, cells: [undefined, 90] };
    expect(layColumns(fits, own, 900)).toBe('320px 58px 90px minmax(88px, 1fr)');
    expect(layColumns(fits, own, 500)).toBe('278px 44px 90px minmax(88px, 1fr)');
  });
});
