import { urlOf } from './address.js';

describe('the address of an endpoint', () => {
  it('has its params and query in it, written as RFC 3986 wants', () => {
    expect(urlOf('GET /api/scenes/:scene', { params: { scene: 7 } })).toBe('/api/scenes/7');
    expect(
      urlOf('GET /api/handoffs/:handoff/files/:name', { params: { handoff: 1, name: 'a/b ?.glb' } }),
    ).toBe('/api/handoffs/1/files/a%2Fb%20%3F.glb');
    expect(
      urlOf('GET /api/projects/:project/search', { params: { project: 'p' }, query: { text: 'ä & b' } }),
    ).toBe('/api/projects/p/search?text=%C3%A4+%26+b');
  });
  it('leaves out what is not asked for', () => {
    expect(urlOf('GET /api/scenes/:scene/history', { params: { scene: 1 }, query: {} })).toBe(
      '/api/scenes/1/history',
    );
  });
  it('is one of the contract, with what it takes', () => {
    // @ts-expect-error there is no such endpoint
    urlOf('GET /api/nothing', {});
    // @ts-expect-error it names no such param
    expect(urlOf('GET /api/scenes/:scene', { params: { project: 1 } })).toContain('undefined');
  });
});
