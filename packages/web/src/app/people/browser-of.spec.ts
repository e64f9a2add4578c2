import { browserOf } from './browser-of';

describe('what a browser is known by', () => {
  for (const [agent, wanted] of [
    ['Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0', 'Firefox on Linux'],
    [
      'Mozilla/5.0 (Windows NT 10.0; Win64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/142.0 Safari/537.36',
      'Chrome on Windows',
    ],
    [
      'Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15 Version/18.0 Safari/605.1.15',
      'Safari on macOS',
    ],
    ['Mozilla/5.0 (Windows NT 10.0) Chrome/142.0 Safari/537.36 Edg/142.0', 'Edge on Windows'],
    ['curl/8.1', 'curl/8.1'],
    ['', 'a program that says nothing of itself'],
  ] as const)
    it(`${agent.slice(0, 30)}: ${wanted}`, () => expect(browserOf(agent)).toBe(wanted));
});
