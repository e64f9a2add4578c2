/** How long after the last key a slow picture waits, milliseconds. */
const rest = 220;

/**
 * When the next slice may be drawn: never before the graphics process is done with the last one, and where a picture takes
 * more than a slice, not while somebody types.
 */
export class DrawPace {
  #lastKey = -Infinity;
  #pending: {
    readonly sync: WebGLSync;
    readonly gl: WebGL2RenderingContext;
    readonly began: number;
    readonly done: (took: number) => void;
  } | null = null;
  constructor(readonly now: () => number = () => performance.now()) {}

  busy(): void {
    this.#lastKey = this.now();
  }
  /** Milliseconds until the person at the keys has rested; 0: they have. */
  restsIn(): number {
    return Math.max(0, this.#lastKey + rest - this.now());
  }
  /** Something was just asked of the graphics process, which works on it from now on; `done` hears what it took, milliseconds. */
  drew(gl: WebGL2RenderingContext, done: (took: number) => void): void {
    const sync = gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    if (sync) this.#pending = { sync, gl, began: this.now(), done };
    gl.flush();
  }
  /** Whether the graphics process is still at it. */
  isDrawing(): boolean {
    if (!this.#pending) return false;
    const { sync, gl, began, done } = this.#pending;
    const took = this.now() - began;
    const isDone = gl.isContextLost() || gl.getSyncParameter(sync, gl.SYNC_STATUS) === gl.SIGNALED;
    // A driver that never says so must not keep the view dark.
    if (!isDone && took < 10_000) return true;
    gl.deleteSync(sync);
    this.#pending = null;
    done(took);
    return false;
  }
}
