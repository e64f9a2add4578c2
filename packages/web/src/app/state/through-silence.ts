import { retry, throwError, timer, type MonoTypeOperatorFunction } from 'rxjs';
import { ApiError } from './ask';

/** What says nothing of what was asked: the line is cut, or nobody is signed in just now. */
const silences: ReadonlySet<string> = new Set(['offline', 'not-signed-in']);
/** Milliseconds between two questions while nobody answers, at most. */
const longest = 5000;

const waitOf = (times: number): number => Math.min(longest, 250 * 2 ** times);
/** Whether nobody answered, so that asking again may help. */
export function isSilence(error: unknown): boolean {
  return error instanceof ApiError && silences.has(error.code);
}
/** The wait after so many silences in a row. */
export function waitAfter(times: number): Promise<void> {
  return new Promise((done) => setTimeout(done, waitOf(times)));
}
/**
 * Asks again while nobody answers, with waits that double up to five seconds; an answer that says no is an error at once.
 * @param most how often it is asked again; left out: until there is an answer
 */
export function throughSilence<T>(most = Infinity): MonoTypeOperatorFunction<T> {
  return retry({
    count: most,
    delay: (error: unknown, times) => (isSilence(error) ? timer(waitOf(times)) : throwError(() => error)),
  });
}
