import { randomBytes, randomUUID } from 'node:crypto';
import type { ServerResponse } from 'node:http';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { errorCatalogue, RenquilError, type ErrorCode } from '@renquil/core/errors';
import express, { type ErrorRequestHandler, type Express, type Response } from 'express';
import helmet from 'helmet';
import { explainDatabaseError } from '../db/database.js';
import { routeRegistry } from '../routes/registry.js';
import type { Services } from '../services/services.js';
import { mountRoute } from './mount-route.js';
import { OwnNames } from './own-names.js';
import { servePages } from './serve-pages.js';
import { RequestLimit } from './request-limit.js';

/** How the application is reached. */
export interface AppOptions {
  /** The names it goes by; left out: addresses and localhost. */
  readonly names?: OwnNames;
  /** Addresses or networks of proxies whose word on who asks is taken (Express's `trust proxy`). */
  readonly trustProxy?: string | false;
  readonly limit?: RequestLimit;
}

/** The whole application: routes under /api, the built pages for everything else. */
export function createApp(
  services: Services,
  pages: string | null,
  { names = new OwnNames(), trustProxy = false, limit = new RequestLimit() }: AppOptions = {},
): Express {
  const app = express();
  app.set('trust proxy', trustProxy);
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use((_request, response, next) => {
    response.locals['nonce'] = randomBytes(18).toString('base64');
    next();
  });
  const nonce = (_: unknown, response: ServerResponse): string =>
    `'nonce-${(response as Response).locals['nonce'] as string}'`;
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'"],
          // The page puts in style elements of its own, each with the number of this one answer.
          'style-src': ["'self'", nonce],
          'font-src': ["'self'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'worker-src': ["'self'"],
          'connect-src': ["'self'"],
          'frame-ancestors': ["'none'"],
          // Plain http on loopback must stay plain.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: names.isSecure ? { maxAge: 31_536_000, includeSubDomains: false } : false,
    }),
  );
  app.use((request, _response, next) => {
    if (!names.has(request.headers.host))
      throw new RenquilError('host-refused', { host: (request.headers.host ?? '').slice(0, 100) });
    next();
  });
  for (const route of routeRegistry) mountRoute(app, route, services, { names, limit });
  app.all('/api/{*path}', () => {
    throw new RenquilError('not-found', { what: 'address in the API' });
  });
  if (pages && existsSync(join(pages, 'index.html'))) servePages(app, pages);
  app.use(errorHandler(services));
  return app;
}

function errorHandler(services: Services): ErrorRequestHandler {
  // Express knows an error handler by its four parameters.
  return (raw, request, response, _next) => {
    const error = understand(raw, services, `${request.method} ${request.path}`);
    if (response.headersSent) {
      response.destroy();
      return;
    }
    const { status } = errorCatalogue[error.code];
    if (error.data['seconds'] !== undefined && status === 429)
      response.setHeader('Retry-After', String(error.data['seconds']));
    response.status(status).json({ error: { code: error.code, text: error.message, data: error.data } });
  };
}

function limitOf(raw: unknown): string {
  const bytes = Number((raw as { limit?: number }).limit ?? 0);
  return bytes < 2 ** 20 ? `${Math.round(bytes / 1024)} KB` : `${Math.round(bytes / 2 ** 20)} MB`;
}

function understand(raw: unknown, services: Services, where: string): RenquilError {
  const error = explainDatabaseError(raw);
  // It does not answer since it found no room: that is what must be said.
  if (error instanceof RenquilError && error.code === 'database-unavailable' && !services.database.hasRoom())
    return new RenquilError('storage-full', {}, { cause: error });
  if (error instanceof RenquilError) return error;
  const { type, status } = error as { type?: string; status?: number };
  const known: Record<string, [ErrorCode, string]> = {
    'entity.parse.failed': ['request-invalid', 'the body is not JSON'],
    'entity.too.large': ['file-too-large', ''],
    'encoding.unsupported': ['request-invalid', 'the encoding is not supported'],
  };
  if (type && known[type]) {
    const [code, detail] = known[type];
    return new RenquilError(code, { detail, file: 'The request', limit: limitOf(raw) });
  }
  if (status && status >= 400 && status < 500)
    return new RenquilError('request-invalid', { detail: (error as Error).message });
  const id = randomUUID().slice(0, 8);
  services.log(`${id} ${where}`, error);
  return new RenquilError('internal', { id });
}
