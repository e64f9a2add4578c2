import Papa from 'papaparse';
import { RenquilError } from '@renquil/core';

/** RFC 4180: CRLF lines, quotes where needed. Cells that a spreadsheet would run as a formula get a leading quote mark. */
export function writeCsv(header: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const body = Papa.unparse(
    { fields: [...header], data: rows.map((row) => [...row]) },
    { newline: '\r\n', escapeFormulae: true },
  );
  return `${body}\r\n`;
}

/**
 * Rows of a CSV file or of lines copied from a spreadsheet (RFC 4180; tabs and semicolons are taken for commas when they
 * are what parts the first line). Empty lines are left out. A quote that is never closed is an error that names the line.
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
  return data;
}
