import {
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Readable } from 'node:stream';
import { mostReceipts, type Arrival, type Offer, type Receipt } from '@renquil/api';
import { readOwn } from '@renquil/core/own-json';
import { writeCsv } from '@renquil/formats';
import type { Answered } from './answer.js';

/** Packages kept, and bytes of one, at most. */
const [mostKept, mostBytes] = [100, 4e9];
/** Differences of a receipt that a page shows. */
const mostShown = 40;
const isId = /^[0-9a-f-]{36}$/;

/** What a sender is told, with the status that it is told with. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    text: string,
    /** Bytes of a file that are here. */
    readonly offset: number | null = null,
  ) {
    super(text);
  }
}

/**
 * Packages on disk, each in a folder of its id: what was offered, the files as far as they came, the receipts. Nothing is
 * kept in memory, so that it goes on after it was ended at any point.
 */
export class Arrivals {
  readonly #writing = new Set<string>();
  constructor(readonly folder: string) {
    mkdirSync(folder, { recursive: true });
  }
  #at(id: string, name: string): string {
    return join(this.folder, id, name);
  }
  path(id: string, n: number): string {
    return this.#at(id, `${n}.part`);
  }
  /** The newest first. */
  ids(): string[] {
    const time = (id: string): number => statSync(join(this.folder, id)).birthtimeMs;
    return readdirSync(this.folder)
      .filter((id) => existsSync(this.#at(id, 'offer.json')))
      .sort((a, b) => time(b) - time(a));
  }
  /** Takes an offer: the same one twice is one. @throws Refusal */
  take(made: Offer): boolean {
    if (made.files.reduce((sum, { bytes }) => sum + bytes, 0) > mostBytes)
      throw new Refusal(413, `A package has ${mostBytes} bytes at most.`);
    if (existsSync(this.#at(made.id, 'offer.json'))) {
      if (JSON.stringify(this.offer(made.id)) !== JSON.stringify(made))
        throw new Refusal(409, 'Another package was announced under this id.');
      return false;
    }
    for (const old of this.ids().slice(mostKept - 1)) this.lose(old);
    mkdirSync(join(this.folder, made.id), { recursive: true });
    // A file of no bytes is whole from the start.
    for (const n of made.files.keys()) writeFileSync(this.path(made.id, n), '', { flag: 'a' });
    this.#write(made.id, 'offer.json', JSON.stringify(made));
    return true;
  }
  /** @throws Refusal when there is none */
  offer(id: string): Offer {
    if (!isId.test(id) || !existsSync(this.#at(id, 'offer.json')))
      throw new Refusal(404, 'There is no such package here.');
    return readOwn<Offer>(readFileSync(this.#at(id, 'offer.json'), 'utf8'));
  }
  received(id: string, n: number): number {
    return statSync(this.path(id, n), { throwIfNoEntry: false })?.size ?? 0;
  }
  isWhole(id: string): boolean {
    return this.offer(id).files.every(({ bytes }, n) => this.received(id, n) === bytes);
  }
  /** How far it is, for whoever sends it. */
  status(id: string): Arrival {
    const { files } = this.offer(id);
    const receipts = this.receipts(id);
    return {
      id,
      state: receipts.length ? 'answered' : this.isWhole(id) ? 'opening' : 'receiving',
      files: files.map(({ name, bytes }, n) => ({ name, bytes, received: this.received(id, n) })),
      receipts,
    };
  }
  /** Adds a piece at the end of what is here of a file, one at a time. What of it came before the line broke stays. @throws Refusal */
  async add(id: string, n: number, { from, piece }: { from: number; piece: Readable }): Promise<number> {
    const file = this.offer(id).files[n];
    if (!file) throw new Refusal(404, 'There is no such file in this package.');
    const path = this.path(id, n);
    // One whose line is thought to be dead may still be writing.
    if (this.#writing.has(path)) throw new Refusal(503, 'Another piece of it is on its way.');
    const here = this.received(id, n);
    if (from !== here) throw new Refusal(409, `${here} bytes of it are here, not ${from}.`, here);
    let left = file.bytes - here;
    const bounded = async function* (): AsyncGenerator<Buffer> {
      for await (const part of piece as AsyncIterable<Buffer>) {
        left -= part.length;
        if (left < 0) throw new Refusal(413, `${file.name} was announced with ${file.bytes} bytes.`);
        yield part;
      }
    };
    this.#writing.add(path);
    try {
      await pipeline(bounded, createWriteStream(path, { flags: 'a' }));
    } finally {
      this.#writing.delete(path);
    }
    return this.received(id, n);
  }
  receipts(id: string): readonly Receipt[] {
    return this.#read(id, 'receipts.json');
  }
  /** Receipts with their first differences only: what a page shows, however large the scene. */
  shown(id: string): readonly Receipt[] {
    return this.#read(id, 'shown.json');
  }
  #read(id: string, name: string): readonly Receipt[] {
    const path = this.#at(id, name);
    return existsSync(path) ? readOwn<Receipt[]>(readFileSync(path, 'utf8')) : [];
  }
  answered(id: string, { receipt: made, names }: Answered): void {
    const receipts = [...this.receipts(id), made].slice(0, mostReceipts);
    const rows = names.map(({ object, sent, arrived }) => [object, sent, arrived ?? '']);
    this.#write(id, 'arrived.csv', writeCsv(['id', 'sent', 'arrived'], rows));
    const shown = receipts.map(({ differences, more, ...receipt }) => ({
      ...receipt,
      differences: differences.slice(0, mostShown),
      more: more + Math.max(0, differences.length - mostShown),
    }));
    this.#write(id, 'shown.json', JSON.stringify(shown));
    this.#write(id, 'receipts.json', JSON.stringify(receipts));
  }
  /** RFC 4180: every name that arrived, `id,sent,arrived`. @throws Refusal */
  namesCsv(id: string): string {
    this.offer(id);
    const path = this.#at(id, 'arrived.csv');
    if (!existsSync(path)) throw new Refusal(404, 'Nothing of it has arrived yet.');
    return readFileSync(path, 'utf8');
  }
  /** One package is no longer here, or none. */
  lose(id?: string): void {
    for (const one of id === undefined ? this.ids() : [id])
      rmSync(join(this.folder, one), { recursive: true, force: true });
  }
  /** Whole or not at all. */
  #write(id: string, name: string, text: string): void {
    writeFileSync(this.#at(id, `${name}.new`), text);
    renameSync(this.#at(id, `${name}.new`), this.#at(id, name));
  }
}
