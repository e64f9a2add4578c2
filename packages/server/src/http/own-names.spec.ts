import { OwnNames } from './own-names.js';

describe('the names a server goes by', () => {
  const studio = new OwnNames('https://renquil.studio.example');
  for (const [host, plain, inStudio] of [
    ['127.0.0.1:8420', true, true],
    ['localhost:8420', true, true],
    ['LOCALHOST', true, true],
    ['[::1]:8420', true, true],
    ['10.0.4.7:8420', true, true],
    ['renquil.studio.example', false, true],
    ['evil.example:8420', false, false],
    ['localhost.evil.example', false, false],
    ['127.0.0.1.evil.example', false, false],
    ['', false, false],
    [undefined, false, false],
    ['a b', false, false],
  ] as const)
    it(`are told from others: ${String(host)}`, () =>
      expect([new OwnNames().has(host), studio.has(host)]).toEqual([plain, inStudio]));
  it('make an origin with its scheme and port', () => {
    const plain = new OwnNames();
    expect(plain.isOwn('http://localhost:8420', 'localhost:8420')).toBeTrue();
    expect(plain.isOwn('https://localhost:8420', 'localhost:8420')).toBeFalse();
    expect(plain.isOwn('http://localhost:9999', 'localhost:8420')).toBeFalse();
    expect(plain.isOwn('null', 'localhost:8420')).toBeFalse();
    expect(studio.isOwn('https://renquil.studio.example', 'renquil.studio.example')).toBeTrue();
    expect(studio.isOwn('http://renquil.studio.example', 'renquil.studio.example')).toBeFalse();
    expect(studio.isSecure).toBeTrue();
  });
});
