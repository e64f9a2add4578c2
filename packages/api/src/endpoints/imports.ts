import { list, object } from '../objects.js';
import { optional } from '../shape.js';
import { count, requestId, text } from '../values.js';
import { endpoint } from '../endpoint.js';
import { startedJob } from './jobs.js';

export const createImport = endpoint({
  method: 'post',
  path: '/api/projects/:project/imports',
  needs: 'artist',
  says: 'Takes the files of one scene as multipart/form-data (a .glb, or a .gltf with its .bin and images; the part name is the path) and starts the job that reads them. The same `id` twice is one job.',
  query: { id: optional(requestId()) },
  sends: 'multipart/form-data',
  status: 202,
  reply: startedJob,
});

/** How much of a file has come. */
const uploaded = object({ have: count() });

export const createImportOfUploads = endpoint({
  method: 'post',
  path: '/api/projects/:project/imports/uploads',
  needs: 'artist',
  says: 'Starts the job that reads a scene of files that came piece by piece. The same `id` twice is one job.',
  body: object({
    id: optional(requestId()),
    files: list(object({ path: text({ min: 1, max: 300 }), upload: requestId(), bytes: count() }), {
      min: 1,
      max: 400,
    }),
  }),
  status: 202,
  reply: startedJob,
});

export const dropUpload = endpoint({
  method: 'delete',
  path: '/api/projects/:project/uploads/:upload',
  needs: 'artist',
  says: 'Lets go of what has come of a file.',
});

export const getUpload = endpoint({
  method: 'get',
  path: '/api/projects/:project/uploads/:upload',
  needs: 'artist',
  says: 'How many bytes of a file have come, so that it goes on from there; 0 where nothing has.',
  reply: uploaded,
});

export const putUpload = endpoint({
  method: 'put',
  path: '/api/projects/:project/uploads/:upload',
  needs: 'artist',
  says: 'Puts bytes behind those that have come of a file, from byte `at` on; `:upload` is a UUID of the sender. All but the last are sent by multiples of 1 MiB. Where more or less has come already nothing is taken: the reply says how much has. What is not asked for within a day goes.',
  query: { at: count() },
  sends: 'application/octet-stream',
  reply: uploaded,
});
