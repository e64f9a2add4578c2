export interface Timed {
  /** Milliseconds, the median of the runs. */
  readonly ms: number;
}

/**
 * Runs work a few times, three at least and about two seconds at most, and takes the median. What `prepare` makes is given
 * to the work, anew each time, and its making is not timed.
 */
export function measure<T>(work: (given: T) => unknown, prepare: () => T = () => undefined as T): Timed {
  const times: number[] = [];
  const began = performance.now();
  do {
    const given = prepare();
    const start = performance.now();
    keep(work(given));
    times.push(performance.now() - start);
  } while (times.length < 3 || (times.length < 9 && performance.now() - began < 1500));
  times.sort((a, b) => a - b);
  return { ms: times[Math.floor(times.length / 2)]! };
}

let kept: unknown;
/** Holds on to a result, so that the engine cannot leave the work out. */
function keep(value: unknown): void {
  kept = value;
}
export function lastKept(): unknown {
  return kept;
}

/** Memory that work leaves behind, in bytes, after the collector ran (node --expose-gc). */
export function memoryOf<T>(work: () => T): { bytes: number; value: T } {
  const collect = (globalThis as { gc?: () => void }).gc;
  const used = (): number => {
    collect?.();
    const { heapUsed, arrayBuffers } = process.memoryUsage();
    return heapUsed + arrayBuffers;
  };
  const before = used();
  const value = work();
  return { bytes: used() - before, value };
}
