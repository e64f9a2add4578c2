import { createServer, type Server } from 'node:http';
import type { Express } from 'express';
import { SetUpError } from '../db/set-up-error.js';

/** A server that takes requests. */
export interface Listening {
  readonly port: number;
  /** Takes no new requests, ends open streams, resolves when all is answered. */
  close(): Promise<void>;
}

/** Takes requests; port 0 takes any that is free. Rejects when the port is taken. */
export async function listen(app: Express, host: string, port: number): Promise<Listening> {
  const server = createServer(app);
  // Bodies have times of their own where they are read: an upload may take as long as it needs, but not be silent.
  server.requestTimeout = 0;
  server.headersTimeout = 30_000;
  await new Promise<void>((done, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      if (error.code === 'EADDRINUSE')
        fail(
          new SetUpError(
            `Port ${port} is taken by another program. Choose another one: npm start -- --port ${port + 1}`,
          ),
        );
      else if (error.code === 'EACCES')
        fail(
          new SetUpError(
            `Port ${port} may not be used by this user. Choose one above 1024: npm start -- --port 8420`,
          ),
        );
      else fail(error);
    });
    server.listen(port, host, done);
  });
  return { port: (server.address() as { port: number }).port, close: () => closeServer(server) };
}

async function closeServer(server: Server): Promise<void> {
  const closed = new Promise<void>((done) => server.close(() => done()));
  setTimeout(() => server.closeAllConnections(), 300).unref();
  await closed;
}
