import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Schema } from 'joi';
import type { Account, Role } from '../db/people.js';
import type { ProjectRow } from '../db/projects.js';
import type { SceneRow } from '../db/scenes.js';
import type { Services } from '../services/services.js';
import type { Credentials } from './access.js';

/** Who may call: anyone, anyone signed in, or members of the project in the path with at least this role. */
export type Needs = 'anyone' | 'signed-in' | Role;

export interface Input<B = unknown> {
  readonly params: Readonly<Record<string, string>>;
  readonly query: Readonly<Record<string, string>>;
  readonly body: B;
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
export interface Reply {
  readonly status?: number;
  readonly json?: unknown;
  /** JSON that is text already: edits go from the log to the page without being parsed on the way. */
  readonly jsonText?: string;
  readonly headers?: Readonly<Record<string, string>>;
  /** What the bytes are known by (RFC 9110, 8.8.3): sent again only where they are others. */
  readonly tag?: string;
  /** Bytes, sent chunk by chunk. */
  readonly stream?: AsyncIterable<Uint8Array>;
  /** A new session token to set as the cookie, or null to take it away. */
  readonly session?: string | null;
}
/** One route, one file. `handle` sees no request and no response, only what was checked. */
export interface Route {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  readonly path: string;
  readonly needs: Needs;
  /** One sentence for the list of routes in docs/api.md. */
  readonly says: string;
  readonly body?: Schema;
  /** The body comes as the bytes it was sent as, since reading it is work for another thread. */
  readonly rawBody?: boolean;
  /** Conventions and the like: up to 2 MB of JSON. */
  readonly largeBody?: true;
  readonly query?: Schema;
  /** Also in a project that is archived. */
  readonly evenArchived?: true;
  handle?(input: Input<never>, services: Services): Promise<Reply>;
  /** For the two routes that are streams themselves: uploads in, events out. */
  handleRaw?(
    input: Input<never>,
    services: Services,
    request: IncomingMessage,
    response: ServerResponse,
  ): Promise<Reply | null>;
}
export function defineRoute<B>(
  route: Omit<Route, 'handle' | 'handleRaw'> & {
    handle?(input: Input<B>, services: Services): Promise<Reply>;
    handleRaw?(
      input: Input<B>,
      services: Services,
      request: IncomingMessage,
      response: ServerResponse,
    ): Promise<Reply | null>;
  },
): Route {
  return route;
}
