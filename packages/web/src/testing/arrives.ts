import type { HttpTestingController, TestRequest } from '@angular/common/http/testing';

/**
 * The next request to a place, waited for until it is made: timers of the page run late on a busy machine. Fails after
 * 20 s, naming what was waited for.
 */
export async function arrives(
  http: HttpTestingController,
  what: string | { method: string; url: string },
): Promise<TestRequest> {
  for (const until = performance.now() + 20_000; performance.now() < until;) {
    const found = http.match(what);
    if (found.length > 1) throw new Error(`${found.length} requests at once to ${JSON.stringify(what)}`);
    if (found[0]) return found[0];
    await new Promise((done) => setTimeout(done, 5));
  }
  throw new Error(`no request came to ${JSON.stringify(what)}`);
}

/** What is looked for on the page, waited for until it is there. Fails after 20 s. */
export async function arrivesOnPage<T>(look: () => T | null): Promise<T> {
  for (const until = performance.now() + 20_000; performance.now() < until;) {
    const found = look();
    if (found !== null) return found;
    await new Promise((done) => setTimeout(done, 5));
  }
  throw new Error('it did not come');
}
