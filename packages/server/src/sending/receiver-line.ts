import type { Arrival, Offer } from '@renquil/api';
import type { TaskPool } from '../tasks/pool.js';
import { readArrival } from '../tasks/read-arrival.js';
import { readJson } from '@renquil/core/own-json';

/** A receiver that this server was started with. */
export interface KnownReceiver {
  readonly title: string;
  /** http or https; a name and password in it are sent as RFC 7617 has it, and shown to nobody. */
  readonly url: string;
  /** It is the one that comes with Renquil, and has a page at its address. */
  readonly isPractice?: true;
}
/** The line broke, or nobody could make sense of what came: it may be better the next time. */
export class LineBroken extends Error {}
/** The receiver will not have it, however often it is asked. */
export class LineRefused extends Error {}

/** Milliseconds for one answer, and bytes of one: a receipt of 20,000 differences has some five million. */
const [patience, longestAnswer] = [30_000, 32_000_000];
/** Characters from which on an answer is read on a thread. */
const longFrom = 100_000;
interface Answer {
  readonly status: number;
  readonly offset: number;
  readonly text: string;
}

/** What a sender says to a receiver (docs/receiver.md). Every answer is bounded in time and size, and checked. */
export class ReceiverLine {
  readonly #base: string;
  readonly #authorization: string | null;
  readonly #pool: TaskPool;
  readonly signal: AbortSignal;
  /** @param signal ends whatever is on its way */
  constructor(
    readonly receiver: KnownReceiver,
    { signal, pool }: { readonly signal: AbortSignal; readonly pool: TaskPool },
  ) {
    [this.signal, this.#pool] = [signal, pool];
    const url = new URL(receiver.url);
    const [user, password] = [url.username, url.password].map(decodeURIComponent);
    this.#authorization = user ? `Basic ${Buffer.from(`${user}:${password}`).toString('base64')}` : null;
    url.username = url.password = '';
    this.#base = url.href.replace(/\/$/, '');
  }
  /** Announces a package: the same one twice is one. Where it stands. */
  async offer(offer: Offer): Promise<Arrival> {
    const body = JSON.stringify(offer);
    const answer = await this.#ask('PUT', `/packages/${offer.id}`, body, {
      'content-type': 'application/json',
    });
    return this.#arrival(answer, offer.id);
  }
  /** Where a package stands; null: it is not known there. */
  async status(id: string): Promise<Arrival | null> {
    const answer = await this.#ask('GET', `/packages/${id}`);
    return answer.status === 404 ? null : this.#arrival(answer, id);
  }
  /** Sends a piece of a file, from a byte on. Returns where the file ends there now. */
  async piece(id: string, n: number, from: number, piece: Uint8Array): Promise<number> {
    const answer = await this.#ask('PATCH', `/packages/${id}/files/${n}`, piece, {
      'content-type': 'application/octet-stream',
      'upload-offset': String(from),
    });
    const isElsewhere = answer.status === 409;
    if (answer.status === 404) throw new LineBroken('it no longer knows the package');
    if (!isElsewhere) this.#refuse(answer);
    if (!Number.isSafeInteger(answer.offset)) throw new LineBroken('it does not say how much it has');
    return answer.offset;
  }

  async #arrival(answer: Answer, id: string): Promise<Arrival> {
    this.#refuse(answer);
    // A long one is read and held to its shape on a thread: others are answered meanwhile.
    const { text } = answer;
    const made =
      text.length < longFrom ? readArrival({ text }) : await this.#pool.run('read-arrival', { text });
    if ('wrong' in made) throw new LineBroken(`its answer cannot be read: ${made.wrong}`);
    if (made.arrival.id !== id) throw new LineBroken('it answers of another package');
    return made.arrival;
  }
  #refuse({ status, text }: Answer): void {
    if (status < 400) return;
    const says = `${status} ${saidIn(text)}`.trim();
    // What may pass: too much to do, not in time, its own fault.
    if (status >= 500 || status === 404 || status === 408 || status === 429) throw new LineBroken(says);
    throw new LineRefused(says);
  }
  async #ask(
    method: string,
    path: string,
    body?: string | Uint8Array,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const signal = AbortSignal.any([this.signal, AbortSignal.timeout(patience)]);
    try {
      const response = await fetch(this.#base + path, {
        ...{ method, signal, redirect: 'error' },
        headers: { ...headers, ...(this.#authorization ? { authorization: this.#authorization } : {}) },
        ...(body === undefined ? {} : { body }),
      });
      const offset = Number(response.headers.get('upload-offset') ?? NaN);
      return { status: response.status, offset, text: await bounded(response) };
    } catch (error) {
      this.signal.throwIfAborted();
      if (error instanceof LineBroken) throw error;
      throw new LineBroken(whyOf(error as Error), { cause: error });
    }
  }
}

async function bounded(response: Response): Promise<string> {
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for await (const part of (response.body ?? []) as AsyncIterable<Uint8Array>) {
    bytes += part.length;
    if (bytes > longestAnswer) throw new LineBroken(`its answer has more than ${longestAnswer} bytes`);
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}
/** What an answer says of an error, if it says it as both sides do. */
function saidIn(text: string): string {
  try {
    const value = readJson(text) as { error?: { text?: unknown } } | null;
    const said = value?.error?.text;
    if (typeof said === 'string') return said.slice(0, 500);
  } catch {
    // No JSON: its first line will do.
  }
  return text.split('\n', 1)[0]!.slice(0, 200);
}
function whyOf(error: Error): string {
  if (error.name === 'TimeoutError') return `it did not answer within ${patience / 1000} seconds`;
  const { code } = (error.cause ?? {}) as { code?: string };
  if (code === 'ECONNREFUSED') return 'nobody is there';
  if (code === 'UND_ERR_SOCKET' || code === 'ECONNRESET') return 'the line was cut';
  return code ?? error.message;
}
