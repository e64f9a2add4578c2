import Papa from 'papaparse';
import { renamesCsv } from '../changes/renames.js';
import { writeCsv } from './csv.js';

describe('CSV (RFC 4180)', () => {
  it('ends lines with CRLF and quotes what must be quoted', () => {
    expect(
      writeCsv(
        ['a', 'b'],
        [
          ['x,y', 'say "hi"'],
          ['line\nbreak', 3],
        ],
      ),
    ).toBe('a,b\r\n"x,y","say ""hi"""\r\n"line\nbreak",3\r\n');
  });
  it('round-trips names of every sort', () => {
    const names = ['', ' a ', 'a,b', '"', '\r\n', 'é🐐', "o'x"];
    const text = renamesCsv(
      names.map((name, i) => ({ object: i + 1, from: name, to: `${name}!`, path: `/${name}` })),
    );
    const rows = Papa.parse<string[]>(text, { newline: '\r\n' }).data.slice(1, -1);
    expect(rows.map((row) => row[1])).toEqual(names);
  });
});
