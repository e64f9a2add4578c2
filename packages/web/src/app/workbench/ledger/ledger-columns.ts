import type { Scene } from '@renquil/core/scene';
import type { RowList, TreeRow } from '@renquil/core/workbench';
import { fitColumns, type ColumnFits, type FitColumn, type TextMeasure } from './column-fit';
import type { RowView } from './row-view';
import type { TreeColumn } from './tree-columns';
import { shapeNameOf } from './shape-name';

/** What each slot's column is called; a slot that is not here is called by its name. */
export const slotTitles: Readonly<Record<string, string>> = {
  side: 'Side',
  place: 'Place',
  what: 'What',
  number: 'No.',
  surface: 'Surface',
  type: 'Type',
};

/** The columns between name and verdict, as they are fitted. */
export function slotColumns(slots: readonly string[]): FitColumn[] {
  return slots.map((slot) => ({ key: slot, title: slotTitles[slot] ?? slot, most: 260, isMono: true }));
}
/** How wide the columns of the tree may get. */
export function treeFits(columns: readonly TreeColumn[]): FitColumn[] {
  return columns.map(({ key, title, right }) => ({ key, title, most: 200, isMono: right === true }));
}

/** Rows that are measured: all of few, and of many so many spread evenly, so that opening a large scene costs no more. */
const measured = 300;
/** Switches are signs of one size, pixels. */
const switchesWidth = 96;

/** The columns that are fitted; `tree`: those of the tree, where it has them. */
export interface FittedColumns {
  readonly columns: readonly FitColumn[];
  readonly tree: readonly TreeColumn[] | null;
}

/** What columns need for the rows that there are. */
export function fitRows(
  rows: RowList,
  { columns, tree }: FittedColumns,
  { scene, view }: { readonly scene: Scene; readonly view: (row: TreeRow) => RowView },
  measure: TextMeasure,
): ColumnFits {
  const step = Math.max(1, rows.length / measured);
  const some = [];
  for (let at = 0; at < rows.length; at += step) {
    const row = rows.at(Math.floor(at));
    const object = row && scene.find(row.id);
    if (!object) continue;
    const shown = view(row);
    const cells = tree
      ? tree.map(({ text }) => text?.(scene, object) ?? '')
      : shown.cells.map(({ text }) => text);
    const name = object.name || `no name   ${shapeNameOf(scene, object)}`;
    some.push({ name, indent: 8 + row.depth * 16, cells, verdict: shown.verdict });
  }
  const fits = fitColumns(columns, some, measure);
  return {
    ...fits,
    cells: fits.cells.map((width, i) => (tree?.[i]?.text === null ? switchesWidth : width)),
  };
}

/** Widths of texts in the fonts of a place on the page, pixels; the mono font has one width for most characters. */
export function textMeasure(place: HTMLElement): TextMeasure {
  const context = document.createElement('canvas').getContext('2d')!;
  const probe = Object.assign(document.createElement('span'), { className: 'font-mono' });
  place.append(probe);
  const mono = getComputedStyle(probe).fontFamily;
  probe.remove();
  const fonts = { mono: `13px ${mono}`, sans: `600 12px ${getComputedStyle(place).fontFamily}` };
  context.font = fonts.mono;
  const wide = context.measureText('0').width;
  const known = new Map<string, number>();
  return {
    mono: (text) => text.length * wide,
    sans(text) {
      let width = known.get(text);
      if (width === undefined) {
        context.font = fonts.sans;
        known.set(text, (width = context.measureText(text).width));
      }
      return width;
    },
  };
}
