/** Pictures that take longer than this get in the way of keys; milliseconds. */
const slow = 24;
/** How long after the last key a slow picture waits. */
const rest = 220;

/**
 * When the next picture may be drawn. A machine that draws a picture in a frame's time always may; one that takes longer
 * (software drawing, a very large scene) waits until the last picture is out of the way and nobody types.
 */
export class DrawPace {
  #lastKey = -Infinity;
  /** What the last pictures took, from being asked for to being there; milliseconds. */
  #cost = 0;
  #pending: { readonly sync: WebGLSync; readonly gl: WebGL2RenderingContext; readonly began: number } | null =
    null;
  constructor(readonly now: () => number = () => performance.now()) {}

  busy(): void {
    this.#lastKey = this.now();
  }
  /** A picture was just asked of the graphics process, which works on it from now on. */
  drew(gl: WebGL2RenderingContext): void {
    const sync = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    if (sync) this.#pending = { sync, gl, began: this.now() };
    gl.flush();
  }
  /** Milliseconds until one may be drawn; 0: now. */
  wait(): number {
    if (this.#isDrawing()) return 12;
    if (this.#cost < slow) return 0;
    return Math.max(0, this.#lastKey + rest - this.now());
  }
  #isDrawing(): boolean {
    if (!this.#pending) return false;
    const { sync, gl, began } = this.#pending;
    const took = this.now() - began;
    const isDone = gl.isContextLost() || gl.getSyncParameter(sync, gl.SYNC_STATUS) === gl.SIGNALED;
    // A driver that never says so must not keep the view dark.
    if (!isDone && took < 10_000) return true;
    gl.deleteSync(sync);
    this.#pending = null;
    this.#cost = this.#cost ? 0.5 * this.#cost + 0.5 * took : took;
    return false;
  }
}
