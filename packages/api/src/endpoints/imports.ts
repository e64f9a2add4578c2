import { optional } from '../shape.js';
import { requestId } from '../values.js';
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
