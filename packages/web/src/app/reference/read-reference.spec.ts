import { readReference, searchReference, type OpenApiDocument } from './read-reference';

const document: OpenApiDocument = {
  openapi: '3.1.0',
  paths: {
    '/api/scenes/{scene}': {
      get: {
        operationId: 'getScene',
        tags: ['scenes'],
        summary: 'One scene.',
        parameters: [
          { name: 'scene', in: 'path', required: true, schema: { type: 'string' } },
          { name: 'after', in: 'query', schema: { type: 'integer', minimum: 0 } },
        ],
        responses: {
          401: {},
          200: { content: { 'application/json': { schema: { $ref: '#/components/schemas/Scene' } } } },
        },
        'x-needs': 'viewer',
      },
      delete: {
        operationId: 'dropScene',
        tags: ['scenes'],
        summary: 'Puts it into the bin.',
        responses: { 204: {} },
        'x-needs': 'lead',
      },
    },
    '/api/imports': {
      post: {
        operationId: 'bringIn',
        tags: ['imports'],
        summary: 'Files in.',
        requestBody: { content: { 'multipart/form-data': { schema: {} } } },
        responses: { 202: { content: { 'text/csv': {} } } },
        'x-needs': 'artist',
      },
    },
  },
  components: {
    schemas: { Scene: { type: 'object', required: ['id'], properties: { id: { type: 'integer' } } } },
  },
};

describe('the reference of the API', () => {
  const all = readReference(document);
  const found = (text: string) => {
    const { groups, things } = searchReference(all, text);
    return [
      ...groups.flatMap(({ entries }) => entries.map(({ id }) => id)),
      ...things.map(({ name }) => name),
    ];
  };

  it('tells each endpoint by what it is about, in words', () => {
    expect(all.groups.map(({ title }) => title)).toEqual(['imports', 'scenes']);
    const [bringIn, getScene, dropScene] = all.groups.flatMap(({ entries }) => entries);
    expect(getScene).toEqual({
      id: 'getScene',
      method: 'GET',
      path: '/api/scenes/{scene}',
      needs: 'viewer',
      says: 'One scene.',
      query: 'after?: 0 or more',
      sends: null,
      status: '200',
      answers: 'Scene',
    });
    expect([dropScene!.status, dropScene!.answers, dropScene!.query]).toEqual(['204', 'nothing', null]);
    expect([bringIn!.sends, bringIn!.answers]).toEqual(['multipart/form-data', 'text/csv']);
    expect(all.things).toEqual([{ name: 'Scene', text: '{ id: number }' }]);
  });
  it('finds what holds every word, whatever its case, and all for none', () => {
    expect(found('')).toEqual(['bringIn', 'getScene', 'dropScene', 'Scene']);
    expect(found('SCENES lead')).toEqual(['dropScene']);
    expect(found('scene number')).toEqual(['Scene']);
    expect(found('nowhere')).toEqual([]);
  });
});
