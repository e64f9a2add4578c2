import type { Members, InOf, OutOf } from './objects.js';
import type { AnyShape, Of, SentAs } from './shape.js';

/** What somebody may be in a project, the least first; each may what those before it may. */
export const roles = ['viewer', 'artist', 'lead'] as const;
/** What somebody may in a project; each may what those before it may. */
export type Role = (typeof roles)[number];
/** Who may call: anyone, anyone signed in, or members of the project in the path with at least this role. */
export type Needs = 'anyone' | 'signed-in' | Role;
/** The HTTP methods that are used. */
export type Method = 'get' | 'post' | 'put' | 'delete';

/** One address of the API: who may, what is sent, what comes back. What it does stands in the server's route of the same name. */
export interface Endpoint {
  readonly method: Method;
  readonly path: string;
  readonly needs: Needs;
  /** One sentence for the list of routes. */
  readonly says: string;
  readonly query?: Members;
  readonly body?: AnyShape;
  /** The media type of what is sent, where it is no JSON. */
  readonly sends?: string;
  /** Status of success, where it is not 200, or 204 without a reply. */
  readonly status?: number;
  /** What comes back as JSON. */
  readonly reply?: AnyShape;
  /** What comes back where it is no JSON: its media type (RFC 6838). */
  readonly bytes?: string;
}
/** An endpoint as it is written, with its exact type. */
export function endpoint<const E extends Endpoint>(it: E): E {
  return it;
}

type Names<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Names<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;
/** What stands in the path: `:scene` and the like. */
export type ParamsOf<E extends Endpoint> = { readonly [N in Names<E['path']>]: string };
/** What a handler reads of the body, defaults filled in; undefined without one. */
export type BodyOf<E extends Endpoint> = E extends { body: infer B } ? Of<B> : undefined;
/** What is sent as the body; undefined without one. */
export type SentBodyOf<E extends Endpoint> = E extends { body: infer B } ? SentAs<B> : undefined;
/** What a handler reads of the query, defaults filled in. */
export type QueryOf<E extends Endpoint> = E extends { query: infer M extends Members }
  ? OutOf<M>
  : Record<never, never>;
/** What may be sent as the query; undefined where there is none. */
export type SentQueryOf<E extends Endpoint> = E extends { query: infer M extends Members }
  ? InOf<M>
  : undefined;
/** What comes back as JSON. */
export type ReplyOf<E extends Endpoint> = E extends { reply: infer R } ? Of<R> : undefined;

/** What a handler may give for a type: Dates where the wire has times. */
export type Before<T> = T extends string
  ? 'isoTime' extends keyof T
    ? Date | T
    : T
  : T extends readonly (infer I)[]
    ? readonly Before<I>[]
    : T extends object
      ? { readonly [K in keyof T]: Before<T[K]> }
      : T;
