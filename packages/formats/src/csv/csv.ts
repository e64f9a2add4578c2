import Papa from 'papaparse';
import { RenquilError } from '@renquil/core/errors';

/** RFC 4180: CRLF lines, quotes where needed. Cells that a spreadsheet would run as a formula get a leading quote mark. */
export function writeCsv(header: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const body = Papa.unparse(
    { fields: [...header], data: rows.map((row) => row.map(guarded)) },
    { newline: '\r\n' },
  );
  return `${body}\r\n`;
}

/** What a spreadsheet would run: a mark before it, and one more before what looks guarded already, so that it comes back. */
const formula = /^'*[\t\r\n ]*[=+\-@]/;
const guarded = (cell: string | number): string | number =>
  typeof cell === 'string' && formula.test(cell) ? `'${cell}` : cell;
const bare = (cell: string): string => (cell.startsWith("'") && formula.test(cell) ? cell.slice(1) : cell);

/**
 * Rows of a CSV file or of lines copied from a spreadsheet (RFC 4180; tabs and semicolons are taken for commas when they
 * are what parts the first line). Empty lines are left out, and the mark before what a spreadsheet would run. A quote that is never closed is an error that names the line.
 */
export function readRows(text: string): string[][] {
  const plain = text.replace(/^\ufeff/, '');
  const [first = ''] = plain.split('\n', 1);
  const delimiter = first.includes('\t') ? '\t' : first.includes(',') || !first.includes(';') ? ',' : ';';
  const { data, errors } = Papa.parse<string[]>(plain, { skipEmptyLines: true, delimiter });
  const broken = errors.find((error) => error.type === 'Quotes');
  if (broken)
    throw new RenquilError('usage', {
      detail: `Line ${(broken.row ?? 0) + 1} has a quote that is never closed.`,
    });
  return data.map((row) => row.map(bare));
}
