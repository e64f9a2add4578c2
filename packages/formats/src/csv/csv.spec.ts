import Papa from 'papaparse';
import { renamesCsv } from '../changes/renames.js';
import { readRows, writeCsv } from './csv.js';

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

describe('readRows', () => {
  it('reads RFC 4180: quoted commas, quotes and line breaks in cells, CRLF and LF', () => {
    expect(readRows('a,"b, c"\r\n"say ""x""","two\nlines"\r\n')).toEqual([
      ['a', 'b, c'],
      ['say "x"', 'two\nlines'],
    ]);
  });
  it('reads lines of one name, a block of a spreadsheet, semicolons, and a byte order mark', () => {
    expect(readRows('a\n\nb\n')).toEqual([['a'], ['b']]);
    expect(readRows('a\tb\nc\td')).toEqual([
      ['a', 'b'],
      ['c', 'd'],
    ]);
    expect(readRows('\ufeffa;b')).toEqual([['a', 'b']]);
  });
  it('gives back what writeCsv wrote', () => {
    const rows = [
      ['L_door "a"', 'x, y'],
      ['plain', ''],
    ];
    expect(readRows(writeCsv(['from', 'to'], rows))).toEqual([['from', 'to'], ...rows]);
  });
  it('names the line of a quote that is never closed', () => {
    expect(() => readRows('a,b\n"c,d')).toThrowError(/Line 2/);
  });
});
