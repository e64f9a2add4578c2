import { RenquilError } from '@renquil/core/errors';
import type { RequestHandler, Request, Response } from 'express';

/** Seconds within which a body has to be there; an upload may take long, but not be silent for so long. */
export const bodySeconds = 60;

/** Reads a body with a parser; one that trickles in is ended. Throws request-slow. */
export function readBody(
  parser: RequestHandler,
  request: Request,
  response: Response,
  seconds = bodySeconds,
): Promise<void> {
  return new Promise((done, fail) => {
    const timer = setTimeout(() => fail(new RenquilError('request-slow', { seconds })), seconds * 1000);
    void parser(request, response, (error?: unknown) => {
      clearTimeout(timer);
      if (error === undefined) done();
      else fail(error instanceof Error ? error : new Error('the body cannot be read'));
    });
  });
}

/**
 * An answer that goes out before all of the body came in is the last on its connection: what still comes is not waited
 * for. The other side gets a moment to read the answer.
 */
export function endUnread(request: Request, response: Response): void {
  response.once('finish', () => {
    if (!request.complete) setTimeout(() => request.destroy(), 1000).unref();
  });
  const setHead = response.writeHead.bind(response) as (...all: unknown[]) => Response;
  response.writeHead = ((...all: unknown[]) => {
    if (!request.complete && request.method !== 'GET' && !response.headersSent)
      response.setHeader('Connection', 'close');
    return setHead(...all);
  }) as typeof response.writeHead;
}
