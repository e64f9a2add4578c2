import { randomUUID } from 'node:crypto';
import { sleep } from './clock.js';

export interface Acknowledged {
  readonly scene: number;
  readonly id: string;
  readonly revision: number;
  readonly object: number;
  readonly to: string;
}
interface Answer<T> {
  readonly status: number;
  readonly body: T;
}
type Failure = { error?: { code: string; text: string } };

/** Somebody at work: signs in, sends edits as a page does (the same id until there is an answer), and remembers every yes. */
export class Person {
  cookie = '';
  readonly acknowledged: Acknowledged[] = [];
  readonly refused: string[] = [];
  /** Milliseconds from sending to the yes, of edits that were answered at the first try. */
  readonly took: number[] = [];
  tries = 0;
  constructor(
    public url: string,
    readonly who: 'mo' | 'ines' = 'mo',
  ) {}

  async send<T>(
    method: string,
    path: string,
    body?: unknown,
    timeout = 15_000,
  ): Promise<Answer<T & Failure>> {
    const isForm = body instanceof FormData;
    const response = await fetch(this.url + path, {
      method,
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(body === undefined || isForm ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: isForm ? body : JSON.stringify(body) }),
      signal: AbortSignal.timeout(timeout),
    });
    const set = response.headers.get('set-cookie');
    if (set) this.cookie = set.split(';')[0]!;
    const text = await response.text();
    return { status: response.status, body: (text ? JSON.parse(text) : {}) as T & Failure };
  }
  /** Again and again until there is an answer that says yes or no for good. */
  async until<T>(
    method: string,
    path: string,
    body: () => unknown,
    deadline: number,
  ): Promise<Answer<T & Failure> | null> {
    for (let pause = 50; Date.now() < deadline; pause = Math.min(pause * 1.5, 500)) {
      this.tries++;
      const answer = await this.send<T>(method, path, body()).catch(() => null);
      if (answer && answer.status < 500 && answer.status !== 401 && answer.status !== 429) return answer;
      if (answer?.status === 401) await this.signIn().catch(() => undefined);
      await sleep(pause);
    }
    return null;
  }
  async signIn(): Promise<void> {
    await this.send('POST', '/api/session', { signIn: this.who, password: 'brannick' });
  }
  revisionOf = new Map<number, number>();

  /** Renames an object that nobody else renames. @returns false when there was no answer before the deadline */
  async rename(scene: number, object: number, from: string, to: string, deadline: number): Promise<boolean> {
    const id = randomUUID();
    const base = this.revisionOf.get(scene) ?? 0;
    const change = {
      id,
      base,
      label: `Rename ${from} to ${to}`.slice(0, 300),
      edits: [{ kind: 'rename', object, from, to }],
    };
    const [began, tries] = [performance.now(), this.tries];
    const answer = await this.until<{ revision: number }>(
      'POST',
      `/api/scenes/${scene}/changes`,
      () => change,
      deadline,
    );
    if (!answer) return false;
    if (answer.status === 200) {
      if (this.tries === tries + 1) this.took.push(performance.now() - began);
      const { revision } = answer.body;
      this.revisionOf.set(scene, Math.max(base, revision));
      this.acknowledged.push({ scene, id, revision, object, to });
      return true;
    }
    this.refused.push(`${answer.status} ${answer.body.error?.code ?? ''} ${answer.body.error?.text ?? ''}`);
    return false;
  }
}
