import Papa from 'papaparse';

/** RFC 4180: CRLF lines, quotes where needed. Cells that a spreadsheet would run as a formula get a leading quote mark. */
export function writeCsv(header: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const body = Papa.unparse(
    { fields: [...header], data: rows.map((row) => [...row]) },
    { newline: '\r\n', escapeFormulae: true },
  );
  return `${body}\r\n`;
}
