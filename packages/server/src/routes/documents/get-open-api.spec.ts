import { startTestServer, type TestServer } from '../../testing/test-server.js';

describe('the API about itself', () => {
  let server: TestServer;
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());

  it('is told to anyone', async () => {
    const { status, body } = await server
      .client()
      .get<{ openapi: string; paths: object }>('/api/openapi.json');
    expect([status, body.openapi]).toEqual([200, '3.1.0']);
    expect(Object.keys(body.paths)).toContain('/api/scenes/{scene}');
  });
});
