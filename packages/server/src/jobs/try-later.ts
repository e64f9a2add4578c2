/** A job waits for somebody else: it goes back into the queue, and holds no lane meanwhile. It is no failure. */
export class TryLater extends Error {
  constructor(
    readonly seconds: number,
    /** What it waits for, as people see it. */
    readonly stage: string,
  ) {
    super(stage);
  }
}
