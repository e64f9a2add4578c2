import { mkdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { watch } from 'chokidar';
import { RenquilError } from '@renquil/core/errors';
import { printable } from '@renquil/formats';
import type { Host } from './host.js';

/** The real files and the terminal. */
export function diskHost(
  out: NodeJS.WritableStream = process.stdout,
  err: NodeJS.WritableStream = process.stderr,
  stopped: () => Promise<void> = interrupted,
): Host {
  return {
    read(path) {
      try {
        if (statSync(path).isDirectory())
          throw new RenquilError('usage', { detail: `${path} is a folder, not a file.` });
        return new Uint8Array(readFileSync(path));
      } catch (cause) {
        if (cause instanceof RenquilError) throw cause;
        if ((cause as NodeJS.ErrnoException).code === 'ENOENT')
          throw new RenquilError('file-missing', { file: path }, { cause });
        throw notDone(path, 'read', cause);
      }
    },
    makeFolder(path) {
      try {
        mkdirSync(path, { recursive: true });
      } catch (cause) {
        throw notDone(path, 'made', cause);
      }
    },
    write(path, bytes) {
      const half = `${path}.${process.pid}.part`;
      try {
        writeFileSync(half, bytes);
        renameSync(half, path);
      } catch (cause) {
        rmSync(half, { force: true });
        if ((cause as NodeJS.ErrnoException).code === 'ENOSPC')
          throw new RenquilError('storage-full', {}, { cause });
        throw notDone(path, 'written', cause);
      }
    },
    async watch(folder, changed) {
      if (!statSync(folder, { throwIfNoEntry: false })?.isDirectory())
        throw new RenquilError('usage', { detail: `${folder} is no folder.` });
      const watcher = watch(folder, {
        awaitWriteFinish: { stabilityThreshold: 400, pollInterval: 100 },
        // A report that is being written is nobody's export.
        ignored: (path) => path.endsWith('.part'),
      });
      watcher.on('add', changed).on('change', changed);
      watcher.on('error', (error) => err.write(`${(error as Error).message}\n`));
      await stopped();
      await watcher.close();
    },
    environment: (name) => process.env[name],
    print: (text) => void out.write(shown(out, text)),
    complain: (text) => void err.write(shown(err, text)),
  };
}

function notDone(path: string, what: 'read' | 'made' | 'written', cause: unknown): RenquilError {
  const { message } = cause as Error;
  return new RenquilError('usage', { detail: `${path} cannot be ${what}: ${message}.` }, { cause });
}

/** What a terminal gets has no control characters in it but tabs and line ends; a file or another program gets it as it is. */
function shown(stream: NodeJS.WritableStream, text: string): string {
  if (!(stream as Partial<NodeJS.WriteStream>).isTTY) return text;
  return text
    .split(/([\n\t])/)
    .map((part, i) => (i % 2 ? part : printable(part)))
    .join('');
}

/** Until the terminal, or whoever started it, says that it is enough. */
function interrupted(): Promise<void> {
  return new Promise((done) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => done());
  });
}
