import { RenquilError } from '@renquil/core/errors';
import express, { type Express, type Request, type Response } from 'express';
import type { Schema } from 'joi';
import { object } from '@renquil/api';
import { sessionDays } from '../db/sessions.js';
import type { Services } from '../services/services.js';
import { authorize, type Credentials, type Granted } from './access.js';
import type { OwnNames } from './own-names.js';
import { endUnread, readBody } from './read-body.js';
import type { RequestLimit } from './request-limit.js';
import type { Input, Reply, Route } from './route.js';

/** What all routes share. */
export interface Mounting {
  readonly names: OwnNames;
  readonly limit: RequestLimit;
}
/** The cookie of a session; `__Host-` stands before it over https. */
const cookieName = 'renquil_session';

/**
 * Puts a route into the app: who may, what comes in, what goes out. A body is read once it is known that whoever sends it
 * may: nobody else makes work with one.
 */
export function mountRoute(app: Express, route: Route, services: Services, { names, limit }: Mounting): void {
  const parser = parserOf(route);
  const { endpoint } = route;
  const { method, path, needs } = endpoint;
  const schemas = { query: endpoint.query && object(endpoint.query).joi, body: endpoint.body?.joi };
  app[method](path, async (request: Request, response: Response) => {
    if (method !== 'get') refuseStrangers(request, names);
    // Signing in and out, stopping and deleting must be possible on a full disk too.
    const grows = method !== 'get' && method !== 'delete' && path !== '/api/session';
    if (grows && !services.database.hasRoom()) throw new RenquilError('storage-full');
    const token = tokenOf(request, cookieOf(names));
    const credentials = { session: token, bearer: bearerOf(request) };
    const params = request.params as Record<string, string>;
    endUnread(request, response);
    const granted = await counted(limit, request, credentials, () =>
      authorize(services.database, credentials, {
        needs,
        params,
        changes: method !== 'get' && !route.evenArchived,
      }),
    );
    if (!route.handleRaw) await readBody(parser, request, response);
    const input = {
      ...granted,
      params,
      token,
      credentials,
      agent: String(request.headers['user-agent'] ?? '').slice(0, 300),
      query: check(schemas.query, request.query),
      body: route.rawBody ? bytesOf(request.body) : check(schemas.body, request.body),
      address: request.ip ?? '',
    } as unknown as Input<never>;
    const reply = route.handleRaw
      ? await route.handleRaw(input, services, request, response)
      : await route.handle!(input, services);
    if (reply) {
      const cookie = { name: cookieOf(names), isSecure: names.isSecure || request.secure };
      await send(response, reply, endpoint.status, cookie);
    }
  });
}

/**
 * Counts a request for the person it turns out to be of. Of whoever brings nothing to be known by, the address counts,
 * before anything is looked up for them; of whoever brings what is not known here, after.
 */
async function counted(
  limit: RequestLimit,
  { ip = '' }: Request,
  { session, bearer }: Credentials,
  asked: () => Promise<Granted>,
): Promise<Granted> {
  const isNobody = session === null && bearer === null;
  if (isNobody) limit.take('address', ip);
  let granted: Granted;
  try {
    granted = await asked();
  } catch (error) {
    if (!isNobody) limit.take('address', ip);
    throw error;
  }
  if (granted.account) limit.take('person', granted.account.id);
  else if (!isNobody) limit.take('address', ip);
  return granted;
}

/** Largest change taken; a packet of the database must hold it. */
const changeLimitMb = 48;
/**
 * Largest body of who is not signed in, of everyone else, and of the few routes that need more: reading JSON holds
 * everybody up, 10 ms a megabyte. Changes, which may be larger, are read on another thread.
 */
const [strangersLimit, jsonLimit, largeLimit] = ['16kb', '256kb', '2mb'];

function parserOf(route: Route): express.RequestHandler {
  if (route.rawBody) return express.raw({ type: () => true, limit: `${changeLimitMb}mb` });
  const limit = route.largeBody ? largeLimit : jsonLimit;
  return express.json({ limit: route.endpoint.needs === 'anyone' ? strangersLimit : limit });
}
/** Behind https only our own pages may set it, for this name alone (RFC 6265bis, 4.1.3). */
const cookieOf = (names: OwnNames): string => (names.isSecure ? `__Host-${cookieName}` : cookieName);

function bytesOf(body: unknown): Buffer {
  if (!Buffer.isBuffer(body)) throw new RenquilError('request-invalid', { detail: 'it has no body' });
  return body;
}

function check(schema: Schema | undefined, value: unknown): unknown {
  if (!schema) return {};
  const { error, value: checked } = schema.validate(value ?? {}, { abortEarly: true, stripUnknown: false });
  if (error) throw new RenquilError('request-invalid', { detail: error.message });
  return checked;
}

async function send(
  response: Response,
  reply: Reply,
  status: number | undefined,
  { name: cookie, isSecure }: { readonly name: string; readonly isSecure: boolean },
): Promise<void> {
  if (reply.session !== undefined) {
    const flags = `Path=/; HttpOnly; SameSite=Strict${isSecure ? '; Secure' : ''}`;
    const value =
      reply.session === null
        ? `${cookie}=; Max-Age=0`
        : `${cookie}=${reply.session}; Max-Age=${sessionDays * 86_400}`;
    response.setHeader('Set-Cookie', `${value}; ${flags}`);
    // Nothing of what somebody saw is left in the browser for whoever comes next (W3C Clear Site Data); what they
    // changed and could not send yet is no cache, and stays.
    if (reply.session === null) response.setHeader('Clear-Site-Data', '"cache"');
  }
  for (const [name, value] of Object.entries(reply.headers ?? {})) response.setHeader(name, value);
  if (reply.tag !== undefined) {
    // May be kept, and is asked about each time: whoever may not see it any more gets no answer from a cache.
    response.setHeader('Cache-Control', 'private, no-cache');
    response.setHeader('ETag', `"${reply.tag}"`);
    if (response.req.fresh) {
      response.status(304).end();
      return;
    }
  }
  const empty = reply.json === undefined && reply.jsonText === undefined && !reply.stream;
  response.status(status ?? (empty ? 204 : 200));
  if (reply.stream) {
    for await (const part of reply.stream) {
      if (response.destroyed) return;
      if (!response.write(part))
        await new Promise((done) => response.once('drain', done).once('close', done));
    }
    response.end();
  } else if (!empty) {
    response.setHeader('Cache-Control', 'no-store');
    response.type('json').send(reply.jsonText ?? JSON.stringify(reply.json));
  } else response.end();
}

function tokenOf(request: Request, cookie: string): string | null {
  for (const pair of (request.headers.cookie ?? '').split(';')) {
    const [name, value] = pair.trim().split('=');
    if (name === cookie && value) return value;
  }
  return null;
}

/** RFC 6750, section 2.1. One that is there and is none is refused, not passed over. */
function bearerOf({ headers }: Request): string | null {
  if (headers.authorization === undefined) return null;
  return /^Bearer ([\w-]{1,200})$/i.exec(headers.authorization)?.[1] ?? '';
}

/** Browsers say where a request that changes something comes from; only our own pages may send one. */
function refuseStrangers(request: Request, names: OwnNames): void {
  const site = request.headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none')
    throw new RenquilError('origin-refused');
  const { origin, host } = request.headers;
  if (origin !== undefined && !names.isOwn(origin, host)) throw new RenquilError('origin-refused');
}
