import { endpoints } from '@renquil/api';
import { randomUUID } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { RenquilError } from '@renquil/core/errors';
import busboy from 'busboy';
import { releaseHolds, storeStream } from '../../db/files.js';
import { largeFrom } from '../../db/jobs.js';
import { bodySeconds } from '../../http/read-body.js';
import { defineRoute } from '../../http/route.js';
import { beginJob } from '../../jobs/begin-job.js';
import type { ImportInput } from '../../jobs/import.js';
import type { Services } from '../../services/services.js';

const mostFiles = 400;

export const createImport = defineRoute(endpoints.createImport, {
  async handleRaw({ project, account, query }, services, request) {
    const holder = `upload ${randomUUID()}`;
    const came = await receive(services, request, holder);
    return beginImport(services, came, { project, account, holder, request: query.id ?? null });
  },
});

/** Starts the job that reads files which are held. */
export async function beginImport(
  services: Services,
  { files, bytes }: { readonly files: Received; readonly bytes: number },
  by: {
    readonly project: { readonly id: number };
    readonly account: { readonly id: number };
    readonly holder: string;
    readonly request: string | null;
  },
): Promise<{ readonly json: { readonly job: number } }> {
  const job = await beginJob(
    services.database,
    {
      project: by.project.id,
      author: by.account.id,
      kind: 'import',
      input: { files } satisfies ImportInput,
      lane: bytes < largeFrom.bytes ? 'small' : 'large',
      request: by.request,
      scene: null,
    },
    by.holder,
  );
  services.wakeJobs();
  return { json: { job } };
}
type Received = { path: string; file: number }[];

/** Stores the parts one after another, as they come; on any error all of them go again. */
async function receive(
  services: Services,
  request: IncomingMessage,
  holder: string,
): Promise<{ files: Received; bytes: number }> {
  const parser = parserFor(request);
  const files: Received = [];
  let total = 0;
  let failed: unknown = null;
  let work: Promise<void> = Promise.resolve();
  const limit = `${Math.round(services.uploadLimit / 1e6)} MB`;
  await new Promise<void>((done) => {
    const fail = (error: unknown): void => {
      failed ??= error;
      request.unpipe(parser);
      request.resume();
      done();
    };
    parser.on('file', (field, stream, info) => {
      const path = field === 'file' ? info.filename : field;
      stream.on('error', () => undefined);
      work = work
        .then(async () => {
          checkPath(path, files);
          const tooLarge = (): Error => new RenquilError('file-too-large', { file: path, limit });
          const { database, uploadLimit } = services;
          const stored = await storeStream(database, stream, holder, {
            limit: uploadLimit - total,
            tooLarge,
          });
          files.push({ path, file: stored.file });
          total += stored.bytes;
        })
        .catch((error: unknown) => {
          stream.resume();
          fail(error);
        });
    });
    parser.on('filesLimit', () =>
      fail(new RenquilError('request-invalid', { detail: `more than ${mostFiles} files came together` })),
    );
    parser.on('error', () => fail(new RenquilError('request-invalid', { detail: 'the upload broke off' })));
    parser.on('close', () => done());
    const silent = silence(fail);
    request.on('data', () => silent.refresh());
    request.on('close', () => clearTimeout(silent));
    request.on('aborted', () => {
      parser.destroy(new Error('aborted'));
      fail(new RenquilError('request-invalid', { detail: 'the upload broke off' }));
    });
    request.pipe(parser);
  });
  await work;
  if (!failed && !files.length)
    failed = new RenquilError('request-invalid', { detail: 'no file came with it' });
  if (!failed) return { files, bytes: total };
  await releaseHolds(services.database, holder);
  throw failed as Error;
}

/** Ends an upload in which nothing comes for too long. */
function silence(fail: (error: unknown) => void): NodeJS.Timeout {
  return setTimeout(
    () => fail(new RenquilError('request-slow', { seconds: bodySeconds })),
    bodySeconds * 1000,
  ).unref();
}

function parserFor(request: IncomingMessage): busboy.Busboy {
  try {
    return busboy({
      headers: request.headers,
      preservePath: true,
      defParamCharset: 'utf8',
      limits: { files: mostFiles, fields: 0 },
    });
  } catch {
    throw new RenquilError('request-invalid', { detail: 'an upload is sent as multipart/form-data' });
  }
}

/** @throws RenquilError for a path that is none, leads out of the upload, or came before */
export function checkPath(
  path: string | undefined,
  files: readonly { readonly path: string }[],
): asserts path is string {
  if (!path || path.length > 300)
    throw new RenquilError('request-invalid', {
      detail: 'every file needs a path of at most 300 characters',
    });
  if (path.startsWith('/') || path.split('/').includes('..') || /[\\\0]/.test(path))
    throw new RenquilError('upload-unsafe-path', { place: 'The upload', uri: path });
  if (files.some((file) => file.path === path))
    throw new RenquilError('request-invalid', { detail: `${path} came twice` });
}
