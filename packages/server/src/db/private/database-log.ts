import { appendFileSync, existsSync, renameSync, statSync } from 'node:fs';

const mostBytes = 5_000_000;
const mostLines = 200;

/**
 * What MariaDB says: kept in a file that starts do not delete (the one before is kept when it grows long), the last lines
 * in memory too, so that they can be read when the disk is what is wrong, and errors told at once.
 */
export class DatabaseLog {
  readonly #lines: string[] = [];
  #rest = '';
  constructor(
    readonly file: string,
    readonly tell: (line: string) => void = () => undefined,
  ) {
    if (existsSync(file) && statSync(file).size > mostBytes) renameSync(file, `${file}.1`);
  }
  take(part: Buffer): void {
    try {
      appendFileSync(this.file, part);
    } catch {
      // The disk is full: what matters is in memory and told.
    }
    const lines = (this.#rest + part.toString('utf8')).split('\n');
    this.#rest = lines.pop()!;
    for (const line of lines) {
      this.#lines.push(line);
      if (/\[ERROR\]|Disk is full|No space left/i.test(line)) this.tell(`MariaDB: ${line}`);
    }
    this.#lines.splice(0, this.#lines.length - mostLines);
  }
  tail(lines = 12): string {
    return this.#lines.slice(-lines).join('\n');
  }
}
