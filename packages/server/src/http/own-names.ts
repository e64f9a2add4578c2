import { isIP } from 'node:net';

/**
 * The names this server goes by. A page elsewhere may let its own name point at this machine (DNS rebinding): then the
 * browser takes the two for one site, and only the name in the request tells them apart.
 */
export class OwnNames {
  readonly #public: URL | null;
  constructor(
    /** Where people reach it, as in https://renquil.studio; null: by address or as localhost only. */
    publicUrl: string | null = null,
    readonly bound = '127.0.0.1',
  ) {
    this.#public = publicUrl === null ? null : new URL(publicUrl);
  }
  /** Whether people reach it by https, if only through a proxy. */
  get isSecure(): boolean {
    return this.#public?.protocol === 'https:';
  }
  /** Whether a Host header names this server. An address is what somebody typed: no name was looked up for it. */
  has(host: string | undefined): boolean {
    const name = nameIn(host);
    if (name === null) return false;
    return isIP(name) !== 0 || name === 'localhost' || name === this.bound || name === this.#public?.hostname;
  }
  /** Whether an Origin header is that of our own pages, as the Host header has them: scheme, name and port. */
  isOwn(origin: string, host: string | undefined): boolean {
    if (this.#public && nameIn(host) === this.#public.hostname) return origin === this.#public.origin;
    return host !== undefined && origin === `http://${host.toLowerCase()}`;
  }
}

/** The name in a Host header, without its port, small; null: it is none. */
function nameIn(host: string | undefined): string | null {
  const parts = /^(?:\[([0-9a-f:.]+)\]|([a-z0-9._-]+))(?::\d{1,5})?$/i.exec(host ?? '');
  return (parts?.[1] ?? parts?.[2])?.toLowerCase() ?? null;
}
