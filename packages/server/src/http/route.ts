import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Before, BodyOf, Endpoint, ParamsOf, QueryOf, ReplyOf, Role } from '@renquil/api';
import type { Account } from '../db/people.js';
import type { ProjectRow } from '../db/projects.js';
import type { SceneRow } from '../db/scenes.js';
import type { Services } from '../services/services.js';
import type { Credentials } from './access.js';

/** What a handler gets: checked, typed, and what the path names looked up. */
export interface Input<E extends Endpoint = Endpoint, Body = BodyOf<E>> {
  readonly params: ParamsOf<E>;
  readonly query: QueryOf<E>;
  readonly body: Body;
  readonly address: string;
  /** What the browser or program calls itself. */
  readonly agent: string;
  readonly credentials: Credentials;
  /** The session's token, if the request brought one. */
  readonly token: string | null;
  /** Set when the route needs more than `anyone`. */
  readonly account: Account;
  /** Set when the path names a project, scene, job or hand-off. */
  readonly project: ProjectRow;
  readonly role: Role;
  /** Set when the path names a scene or a hand-off of one. */
  readonly scene: SceneRow;
}
/** What a handler gives; all left out: 204, or the status of the contract. */
export interface Reply<E extends Endpoint = Endpoint> {
  readonly json?: Before<ReplyOf<E>>;
  /** JSON that is text already: edits go from the log to the page without being parsed on the way. The specs hold it to the endpoint's reply. */
  readonly jsonText?: string;
  readonly headers?: Readonly<Record<string, string>>;
  /** What the bytes are known by (RFC 9110, 8.8.3): sent again only where they are others. */
  readonly tag?: string;
  /** Bytes, sent chunk by chunk. */
  readonly stream?: AsyncIterable<Uint8Array>;
  /** A new session token to set as the cookie, or null to take it away. */
  readonly session?: string | null;
}
interface Answering<E extends Endpoint, Body> {
  /** Conventions and the like: up to 2 MB of JSON. */
  readonly largeBody?: true;
  /** Also in a project that is archived. */
  readonly evenArchived?: true;
  handle?(input: Input<E, Body>, services: Services): Promise<Reply<E>>;
  /** For the two routes that are streams themselves: uploads in, events out. */
  handleRaw?(
    input: Input<E, Body>,
    services: Services,
    request: IncomingMessage,
    response: ServerResponse,
  ): Promise<Reply<E> | null>;
}
/** One route, one file: an endpoint and what answers it. `handle` sees no request and no response, only what was checked. */
export interface Route extends Answering<Endpoint, never> {
  readonly endpoint: Endpoint;
  /** The body comes as the bytes it was sent as, since reading it is work for another thread. */
  readonly rawBody?: true;
}
/** A route that answers an endpoint; its body is read and checked before. */
export function defineRoute<E extends Endpoint>(endpoint: E, answering: Answering<E, BodyOf<E>>): Route {
  return { endpoint, ...answering };
}
/** The same, with the body as the bytes that came. */
export function defineRawRoute<E extends Endpoint>(endpoint: E, answering: Answering<E, Buffer>): Route {
  return { endpoint, rawBody: true, ...answering } as unknown as Route;
}
