/** How long a slice may hold the page, milliseconds. */
const slice = 10;

/**
 * Goes through steps a slice at a time, so that keys and frames come between, and tells what came out at the end.
 * @returns ends it before.
 */
export function inSlices<T>(steps: Iterator<unknown, T>, done: (result: T) => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const run = (): void => {
    const until = performance.now() + slice;
    for (;;) {
      const step = steps.next();
      if (step.done) return done(step.value);
      if (performance.now() >= until) break;
    }
    timer = setTimeout(run);
  };
  timer = setTimeout(run);
  return () => clearTimeout(timer);
}
