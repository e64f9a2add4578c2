export interface Row {
  readonly what: string;
  /** What was done, in figures. */
  readonly done: string;
  /** What must not be; empty: nothing was found wrong. */
  readonly wrong: readonly string[];
}

/** The whole outcome on one page, and the totals in the last line. */
export function printTable(rows: readonly Row[], say: (line: string) => void): boolean {
  const width = Math.max(...rows.map(({ what }) => what.length));
  say('');
  for (const { what, done, wrong } of rows) {
    say(`${wrong.length ? 'WRONG' : 'well '}  ${what.padEnd(width)}  ${done}`);
    for (const line of wrong.slice(0, 20)) say(`         ${line}`);
    if (wrong.length > 20) say(`         and ${wrong.length - 20} more`);
  }
  const failed = rows.filter(({ wrong }) => wrong.length).length;
  say(`\n${rows.length - failed} passed, ${failed} failed`);
  return failed === 0;
}
