import { endpoint } from '../endpoint.js';
import { anyObject } from '../values.js';

export const getOpenApi = endpoint({
  method: 'get',
  path: '/api/openapi.json',
  needs: 'anyone',
  says: 'This API as an OpenAPI 3.1 document.',
  reply: anyObject(),
});
