import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { diskHost } from '../disk-host.js';
import { main } from '../main.js';

/** The command line over a folder of its own, with what it printed last. */
export class CliRunner {
  readonly folder = mkdtempSync(join(tmpdir(), 'renquil-cli-'));
  out = '';
  err = '';
  readonly #host = diskHost(
    sink((text) => (this.out += text)),
    sink((text) => (this.err += text)),
  );
  at(name: string): string {
    return join(this.folder, name);
  }
  put(name: string, content: Uint8Array | string): string {
    writeFileSync(this.at(name), content);
    return this.at(name);
  }
  read(name: string): string {
    return readFileSync(this.at(name), 'utf8');
  }
  async run(...args: string[]): Promise<number> {
    [this.out, this.err] = ['', ''];
    return main(args, this.#host);
  }
  close(): void {
    rmSync(this.folder, { recursive: true });
  }
}
const sink = (take: (text: string) => void): NodeJS.WritableStream =>
  ({ write: take }) as unknown as NodeJS.WritableStream;
