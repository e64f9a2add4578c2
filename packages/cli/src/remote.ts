import { RenquilError, type ErrorCode, errorCatalogue } from '@renquil/core';
import type { Values } from './command.js';
import type { Host } from './host.js';

/** The flags of every command that works with a server. */
export const remoteOptions = { server: { type: 'string' }, 'token-file': { type: 'string' } } as const;
export const remoteUsage = '--server URL [--token-file F]';

/** Milliseconds that an answer may take, that a transfer may, and between two looks at a job. */
const [answerTime, transferTime, lookEvery] = [60_000, 3_600_000, 400];
export interface AboutToken {
  readonly name: string;
  readonly role: string;
  readonly project: { readonly slug: string; readonly name: string };
  /** The one scene it is for; null: any of the project. */
  readonly scene: number | null;
}
export interface RemoteJob {
  readonly state: string;
  readonly result: Readonly<Record<string, unknown>> | null;
  readonly error: { readonly code: string; readonly text: string } | null;
}

/** A server, with the token of `--token-file` or `RENQUIL_TOKEN`: never on the command line, where others see it. */
export class Remote {
  private constructor(
    readonly url: URL,
    readonly token: string,
  ) {}

  static open(values: Values, host: Host): Remote {
    const text = String(values['server']);
    const url = URL.canParse(text) ? new URL(text) : null;
    if (!url || !/^https?:$/.test(url.protocol))
      throw new RenquilError('usage', {
        detail: `--server takes an address such as https://renquil.studio, not "${text}".`,
      });
    if (url.protocol === 'http:' && !/^(localhost|127\.\d+\.\d+\.\d+|\[::1\])$/.test(url.hostname))
      host.complain(`${url.origin} is not https: whoever is on the way can read the token.\n`);
    const file = values['token-file'] as string | undefined;
    const token = (
      file === undefined ? host.environment('RENQUIL_TOKEN') : new TextDecoder().decode(host.read(file))
    )?.trim();
    if (!token)
      throw new RenquilError('usage', {
        detail: 'A server wants a token: name its file with --token-file, or put it into RENQUIL_TOKEN.',
      });
    if (!/^[\w-]{20,200}$/.test(token))
      throw new RenquilError('usage', { detail: `${file ?? 'RENQUIL_TOKEN'} holds no token.` });
    return new Remote(url, token);
  }

  about(): Promise<AboutToken> {
    return this.json('GET', '/api/token');
  }
  async json<T>(method: string, path: string, body?: unknown): Promise<T> {
    const form = body instanceof FormData;
    const answer = await this.#ask(path, form ? transferTime : answerTime, {
      method,
      ...(body === undefined ? {} : { body: form ? body : JSON.stringify(body) }),
      ...(body === undefined || form ? {} : { headers: { 'content-type': 'application/json' } }),
    });
    return (await answer.json()) as T;
  }
  async bytes(path: string): Promise<Uint8Array> {
    return new Uint8Array(await (await this.#ask(path, transferTime, {})).arrayBuffer());
  }
  /** Waits until a job ends. Throws what it failed with. */
  async done(job: number): Promise<Readonly<Record<string, unknown>>> {
    for (;;) {
      const { state, result, error } = await this.json<RemoteJob>('GET', `/api/jobs/${job}`);
      if (error) throw new RemoteError(error.code, error.text);
      if (state === 'done') return result ?? {};
      if (state === 'cancelled') throw new RemoteError('job-cancelled', 'It was cancelled.');
      await new Promise((next) => setTimeout(next, lookEvery));
    }
  }
  /** The number of a scene that is given by its number or its name. */
  async sceneId(given: string): Promise<number> {
    const { scene, project } = await this.about();
    if (scene !== null) {
      const { scene: own } = await this.json<{ scene: { name: string } }>('GET', `/api/scenes/${scene}`);
      if (given === String(scene) || given === own.name) return scene;
      throw new RenquilError('not-found', {
        what: `scene "${given}" for this token, which is for "${own.name}" alone`,
      });
    }
    const { scenes } = await this.json<{ scenes: { id: number; name: string }[] }>(
      'GET',
      `/api/projects/${project.slug}`,
    );
    const found = scenes.find(({ name }) => name === given) ?? scenes.find(({ id }) => String(id) === given);
    if (!found) throw new RenquilError('not-found', { what: `scene "${given}" in ${project.name}` });
    return found.id;
  }

  async #ask(path: string, time: number, init: RequestInit): Promise<Response> {
    let answer: Response;
    try {
      answer = await fetch(new URL(path, this.url), {
        ...init,
        headers: { ...(init.headers as Record<string, string>), authorization: `Bearer ${this.token}` },
        // The token goes to the server that was named, and nowhere that it may point at.
        redirect: 'error',
        signal: AbortSignal.timeout(time),
      });
    } catch (cause) {
      const why = (cause as Error).cause ?? cause;
      throw new RenquilError(
        'usage',
        { detail: `${this.url.origin} does not answer: ${(why as Error).message}.` },
        { cause },
      );
    }
    if (answer.ok) return answer;
    const body = (await answer.json().catch(() => null)) as { error?: { code: string; text: string } } | null;
    if (body?.error) throw new RemoteError(body.error.code, body.error.text);
    throw new RenquilError('usage', {
      detail: `${this.url.origin} answered ${answer.status} and is no Renquil server.`,
    });
  }
}

/** What the server refused, in its own words. */
export class RemoteError extends Error {
  constructor(
    readonly code: string,
    text: string,
  ) {
    super(text);
    this.name = 'RemoteError';
  }
  isCode(code: ErrorCode): boolean {
    return this.code === code && code in errorCatalogue;
  }
}
