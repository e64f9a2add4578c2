import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { checked, offer } from '@renquil/api';
import { Refusal } from './arrivals.js';
import { readBehaviour } from './behaviour.js';
import { arrivalsHtml, pageHtml, pageScript } from './page.js';
import { takePiece } from './take-piece.js';
import type { House } from './house.js';

/** The line that packages come by, and the page. */
export function receiverApp(house: House): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: { directives: { upgradeInsecureRequests: null } },
      strictTransportSecurity: false,
      // Without it a browser sends a form of ours as one of nobody's.
      referrerPolicy: { policy: 'same-origin' },
    }),
  );
  app.use(ownNamesOnly);
  const { arrivals } = house;
  app.put('/packages/:id', express.json({ limit: 100_000 }), (request, response) => {
    const made = asked(() => checked(offer, request.body));
    if (made.id !== request.params['id']) throw new Refusal(400, 'The id in the path is another.');
    response.status(arrivals.take(made) ? 201 : 200).json(arrivals.status(made.id));
  });
  app.get('/packages/:id', (request, response) => {
    response.json(arrivals.status(request.params['id'] ?? ''));
  });
  app.get('/packages/:id/arrived.csv', (request, response) => {
    response.type('text/csv').send(arrivals.namesCsv(request.params['id'] ?? ''));
  });
  app.patch('/packages/:id/files/:n', (request, response, next) => {
    takePiece(house, request, response).catch(next);
  });
  app.get('/', (_request, response) => void response.type('html').send(pageHtml(house)));
  app.get('/arrivals', (_request, response) => void response.type('html').send(arrivalsHtml(house)));
  app.get('/page.js', (_request, response) => void response.type('text/javascript').send(pageScript));
  app.post('/behaviour', express.urlencoded({ extended: false, limit: 10_000 }), (request, response) => {
    house.behaviour = asked(() => readBehaviour(request.body as Record<string, string>));
    // Each package may be cut or lost once more.
    house.done.clear();
    response.redirect(303, '/');
  });
  app.use((_request: Request) => {
    throw new Refusal(404, 'There is nothing here.');
  });
  app.use(answerError);
  return app;
}

function asked<T>(read: () => T): T {
  try {
    return read();
  } catch (error) {
    throw new Refusal(400, (error as Error).message);
  }
}
/** A page elsewhere can neither read from here by a name of its own, nor post a form to here. */
function ownNamesOnly(request: Request, _response: Response, next: NextFunction): void {
  const host = request.headers.host ?? '';
  const { origin } = request.headers;
  if (!/^(127\.0\.0\.1|localhost)(:\d+)?$/.test(host))
    throw new Refusal(421, `"${host}" is no name of this machine.`);
  if (origin !== undefined && origin !== `http://${host}`)
    throw new Refusal(403, 'This came from another site.');
  next();
}
function answerError(error: Error, _request: Request, response: Response, next: NextFunction): void {
  if (response.headersSent || response.destroyed) return next(error);
  const known = error instanceof Refusal ? error : null;
  // What express itself refuses: a body that is no JSON, or too long.
  const status = known?.status ?? (error as { status?: number }).status ?? 500;
  if (known && known.offset !== null) response.setHeader('Upload-Offset', String(known.offset));
  response.status(status).json({ error: { text: error.message } });
}
