/** What one slice may keep the graphics process busy for: a frame less what the page's own frame takes, milliseconds. */
const aim = 12;
const least = 2000;
const most = 64_000_000;

/**
 * How many triangles are drawn in one go, measured on the person's machine: a graphics card soon draws everything at once,
 * software drawing a few thousand at a time.
 */
export class SliceBudget {
  triangles = 24_000;
  /** The shortest answer yet: even of nothing a driver may say only a frame later that it is drawn. */
  #answer = Infinity;
  /** A slice of so many triangles took so long, milliseconds. */
  report(triangles: number, took: number): void {
    this.#answer = Math.min(this.#answer, took);
    const work = took - this.#answer;
    if (triangles < this.triangles / 4) {
      // Too small to say how fast the machine is, unless even this little was too much.
      if (work > aim * 2) this.#set((this.triangles * aim) / work);
      return;
    }
    this.#set((triangles * aim) / Math.max(work, aim / 4));
  }
  #set(triangles: number): void {
    const now = this.triangles;
    this.triangles = Math.round(Math.min(most, Math.max(least, now / 4, Math.min(triangles, now * 4))));
  }
}
