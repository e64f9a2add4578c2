/** How a column is laid out while nobody has dragged it. Pixels. */
export interface FitColumn {
  readonly key: string;
  readonly title: string;
  /** No wider than this, however long its texts are. */
  readonly most: number;
  readonly isMono: boolean;
}
/** One row as the columns see it: texts by column, in their order, and how far its name stands in. */
export interface FitRow {
  readonly name: string;
  readonly indent: number;
  readonly cells: readonly string[];
  readonly verdict: string;
}
/** Measures text in pixels. */
export interface TextMeasure {
  mono(text: string): number;
  sans(text: string): number;
}
/** Around a cell's text, and beside the title of a column: its colour, its arrow, its edge. */
const room = { cell: 18, title: 26, arrow: 12, name: 62, verdict: 40 };
/** Names and verdicts are cut after so many pixels; the inspector has them whole. */
const most = { name: 460, verdict: 230 };

/** What columns need, pixels. */
export interface ColumnFits {
  readonly name: number;
  /** How much of that is no name: how far the deepest row stands in. */
  readonly indent: number;
  /** For the texts that stand in each and its title, and what that needs beside it when there is room. */
  readonly cells: readonly number[];
  readonly titles: readonly number[];
  readonly verdict: number;
}

/** The width each column would need for what stands in it, pixels: the longest text of the rows, and its title. */
export function fitColumns(
  columns: readonly FitColumn[],
  rows: readonly FitRow[],
  measure: TextMeasure,
): ColumnFits {
  const cells = columns.map(({ title }) => measure.sans(title) + room.title);
  const titles = cells.map((title) => Math.ceil(title + room.arrow));
  let [name, verdict, indent] = [0, 0, 0];
  for (const row of rows) {
    indent = Math.max(indent, row.indent);
    name = Math.max(name, row.indent + measure.mono(row.name) + room.name);
    verdict = Math.max(verdict, measure.sans(row.verdict) + room.verdict);
    row.cells.forEach((text, i) => {
      const { isMono, most } = columns[i]!;
      const wanted = (isMono ? measure.mono(text) : measure.sans(text)) + room.cell;
      cells[i] = Math.max(cells[i]!, Math.min(most, wanted));
    });
  }
  return {
    name: Math.ceil(Math.min(most.name + indent, name)),
    indent,
    cells: cells.map(Math.ceil),
    titles,
    verdict: Math.ceil(Math.min(most.verdict, verdict)),
  };
}

/** Columns that were wider stay so: a ledger does not jump while one types. */
export function widest(a: ColumnFits | null, b: ColumnFits): ColumnFits {
  if (!a || a.cells.length !== b.cells.length) return b;
  return {
    ...b,
    name: Math.max(a.name, b.name),
    indent: Math.max(a.indent, b.indent),
    cells: a.cells.map((width, i) => Math.max(width, b.cells[i]!)),
    verdict: Math.max(a.verdict, b.verdict),
  };
}

/** What is kept when there is too little room for all: names to be told apart, a verdict to be read. */
export const leastVerdict = 88;
const least = { name: 200, cell: 44, verdict: leastVerdict, verdictRead: 150 };

/**
 * Column tracks for a room of so many pixels. Each has what it needs; the verdict takes what is left. Where there is too
 * little, titles give way first, then the verdict, then the widest columns, so that a short one is never cut for a long
 * one, and at last those that somebody dragged.
 * @param own widths somebody dragged. By name, columns, in their order.
 */
export function layColumns(
  fits: ColumnFits,
  own: { readonly name: number | undefined; readonly cells: readonly (number | undefined)[] },
  total: number,
): string {
  const owned = [own.name, ...own.cells];
  const texts = [Math.max(least.name, fits.name), ...fits.cells.map((fit) => Math.max(least.cell, fit))];
  const widths = texts.map((text, i) => owned[i] ?? (i ? Math.max(text, fits.titles[i - 1]!) : text));
  const over = (verdict: number): number => widths.reduce((sum, one) => sum + one, verdict) - total;
  const shrink = (verdict: number, isFree: (at: number) => boolean, floor: (at: number) => number): void => {
    // Down to one level: the widest give first, then the next with them. What a tree stands in is no width of a name.
    const wide = (i: number): number => widths[i]! - (i ? 0 : fits.indent);
    for (let round = 0; over(verdict) > 0.5 && round < 100; round++) {
      const free = widths.flatMap((width, i) => (isFree(i) && width > floor(i) ? [i] : []));
      if (!free.length) return;
      const widest = Math.max(...free.map(wide));
      const top = free.filter((i) => wide(i) > widest - 0.5);
      const next = Math.max(0, ...free.filter((i) => !top.includes(i)).map(wide));
      const step = Math.min(over(verdict) / top.length, widest - next);
      for (const i of top) widths[i] = Math.max(floor(i), widths[i]! - step);
    }
  };
  const isFree = (i: number): boolean => owned[i] === undefined;
  const wished = Math.max(least.verdict, Math.min(fits.verdict, total / 4));
  const read = Math.min(wished, least.verdictRead);
  shrink(
    wished,
    (i) => isFree(i) && i > 0,
    (i) => texts[i]!,
  );
  shrink(read, isFree, (i) => Math.min(widths[i]!, i ? least.cell : least.name));
  shrink(
    least.verdict,
    () => true,
    (i) => (i ? least.cell : least.name),
  );
  return [...widths.map((width) => `${Math.floor(width)}px`), `minmax(${least.verdict}px, 1fr)`].join(' ');
}
