/** Lets keys, frames and what else waits come between one piece of work and the next. */
export function nextTask(): Promise<void> {
  return new Promise((done) => setTimeout(done));
}
