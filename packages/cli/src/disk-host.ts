import {
  closeSync,
  mkdirSync,
  openSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
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
    read: (path) =>
      tried(path, 'read', () => {
        if (statSync(path).isDirectory())
          throw new RenquilError('usage', { detail: `${path} is a folder, not a file.` });
        return new Uint8Array(readFileSync(path));
      }),
    size: (path) => tried(path, 'read', () => statSync(path).size),
    readPart: (path, from, length) =>
      tried(path, 'read', () => {
        const bytes = new Uint8Array(length);
        const opened = openSync(path, 'r');
        try {
          let at = 0;
          for (let got = -1; got !== 0 && at < length; at += got)
            got = readSync(opened, bytes, at, length - at, from + at);
          return bytes.subarray(0, at);
        } finally {
          closeSync(opened);
        }
      }),
    writeBehind: (path, start, rest) => whole(path, (half) => copyBehind(half, start, rest)),
    makeFolder: (path) => void tried(path, 'made', () => mkdirSync(path, { recursive: true })),
    write: (path, bytes) => whole(path, (half) => writeFileSync(half, bytes)),
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

/** A file takes its name when it is whole; what was there stays until then. */
function whole(path: string, write: (half: string) => void): void {
  const half = `${path}.${process.pid}.part`;
  tried(path, 'written', () => {
    try {
      write(half);
      renameSync(half, path);
    } finally {
      rmSync(half, { force: true });
    }
  });
}
/** Bytes of one file behind some of our own, a stretch at a time. */
function copyBehind(
  to: string,
  start: Uint8Array,
  { path, from }: { readonly path: string; readonly from: number },
): void {
  const [source, target] = [openSync(path, 'r'), openSync(to, 'w')];
  try {
    putAll(target, start, start.length);
    const buffer = new Uint8Array(8 * 2 ** 20);
    for (let at = from; ;) {
      const got = readSync(source, buffer, 0, buffer.length, at);
      if (!got) return;
      putAll(target, buffer, got);
      at += got;
    }
  } finally {
    closeSync(source);
    closeSync(target);
  }
}
/** A write may take less than it is given. */
function putAll(file: number, bytes: Uint8Array, length: number): void {
  for (let at = 0; at < length;) at += writeSync(file, bytes, at, length - at);
}
/** A failure of the disk in words. */
function tried<T>(path: string, what: 'read' | 'made' | 'written', work: () => T): T {
  try {
    return work();
  } catch (cause) {
    if (cause instanceof RenquilError) throw cause;
    const { code } = cause as NodeJS.ErrnoException;
    if (code === 'ENOENT' && what === 'read')
      throw new RenquilError('file-missing', { file: path }, { cause });
    if (code === 'ENOSPC' && what === 'written') throw new RenquilError('storage-full', {}, { cause });
    throw notDone(path, what, cause);
  }
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
