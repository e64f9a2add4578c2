import type { AboutToken, JobInfo } from '@renquil/api';
import { urlOf, type Address, type Replied, type Sent } from '@renquil/api/address';
import { RenquilError, type ErrorCode, errorCatalogue } from '@renquil/core/errors';
import type { Values } from './command.js';
import type { Host } from './host.js';

/** The flags of every command that works with a server. */
export const remoteOptions = { server: { type: 'string' }, 'token-file': { type: 'string' } } as const;
/** How the flags of all commands that ask a server are written. */
export const remoteUsage = '--server URL [--token-file F]';

/** Milliseconds that an answer may take, that a transfer may, and between two looks at a job. */
const [answerTime, transferTime, lookEvery] = [60_000, 3_600_000, 400];

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
    return this.json('GET /api/token', {});
  }
  async json<A extends Address>(address: A, sent: Sent<A>): Promise<Replied<A>> {
    const { body } = sent;
    const answer = await this.#ask(urlOf(address, sent), answerTime, {
      method: address.slice(0, address.indexOf(' ')),
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    });
    return (await answer.json()) as Replied<A>;
  }
  async upload(project: string, form: FormData): Promise<number> {
    const url = urlOf('POST /api/projects/:project/imports', { params: { project }, query: {} });
    const answer = await this.#ask(url, transferTime, { method: 'POST', body: form });
    return ((await answer.json()) as Replied<'POST /api/projects/:project/imports'>).job;
  }
  async bytes<A extends Address>(address: A, sent: Sent<A>): Promise<Uint8Array> {
    return new Uint8Array(await (await this.#ask(urlOf(address, sent), transferTime, {})).arrayBuffer());
  }
  /** Waits until a job ends. Throws what it failed with. */
  async done(job: number): Promise<NonNullable<JobInfo['result']>> {
    for (;;) {
      const { state, result, error } = await this.json('GET /api/jobs/:job', { params: { job } });
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
      const { scene: own } = await this.json('GET /api/scenes/:scene', { params: { scene } });
      if (given === String(scene) || given === own.name) return scene;
      throw new RenquilError('not-found', {
        what: `scene "${given}" for this token, which is for "${own.name}" alone`,
      });
    }
    const { scenes } = await this.json('GET /api/projects/:project', { params: { project: project.slug } });
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
