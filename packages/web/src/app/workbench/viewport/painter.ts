import type { Camera, Object3D, Scene as ThreeScene, WebGLRenderer } from 'three';
import { DrawPace } from './draw-pace';
import type { DrawUnit } from './draw-units';
import { KeptPicture } from './kept-picture';
import { RoughBoxes } from './rough-boxes';
import { SliceBudget } from './slice-budget';
import type { StageContent } from './stage-content';

/** How long the camera stands before the whole is drawn again, milliseconds. */
const settles = 140;
const poll = 4;
/** A rough picture may take so many slices' time: some 15 pictures a second while the view is turned. */
const roughSlices = 4;

/** The scene with its lights, what is drawn under it (the grid, a part of it), and what lies over it. */
export interface PaintedLayers {
  readonly three: ThreeScene;
  readonly under: Object3D;
  readonly over: ThreeScene;
}

/**
 * Decides what is drawn when. A machine that draws the scene in a slice draws it whenever something changed. One that does not
 * draws it a slice at a time between the page's own frames, not while keys are pressed, and while the view is turned only as
 * much as goes into a slice. What lies over the scene is drawn on the kept picture.
 */
export class Painter {
  readonly picture: KeptPicture;
  readonly budget = new SliceBudget();
  readonly #pace = new DrawPace();
  readonly #rough = new RoughBoxes();
  #units: DrawUnit[] | null = null;
  #triangles = 0;
  /** The scene or the camera is not what the kept picture shows. */
  #stale = false;
  #roughDue = false;
  #movedAt = -Infinity;
  #overDue = false;
  #asked = false;
  #disposed = false;
  /** Whole pictures, rough pictures, slices, and times something was laid over one: tests and the on-demand promise count them. */
  readonly counts = { whole: 0, rough: 0, slices: 0, shown: 0 };
  /** Told whenever what is seen is another. */
  readonly shown = new Set<() => void>();

  constructor(
    readonly renderer: WebGLRenderer,
    readonly content: StageContent,
    readonly layers: PaintedLayers,
    readonly camera: () => Camera,
  ) {
    this.picture = new KeptPicture(renderer, layers.three, layers.under, camera);
  }
  /** Whether the picture shows the scene as it is, wholly. */
  get isWhole(): boolean {
    return !this.#stale && !this.picture.isDrawing && this.picture.isThere;
  }
  /** Something that is drawn changed. */
  changed(): void {
    this.#units = null;
    this.#stale = true;
    this.picture.stop();
    this.#ask();
  }
  /** The camera went elsewhere; `jumped`: and stays there. */
  moved(jumped: boolean): void {
    this.#stale = this.#roughDue = true;
    if (!jumped) this.#movedAt = performance.now();
    this.picture.stop();
    this.#ask();
  }
  /** What is picked, or handles: the scene is as it was. */
  overChanged(): void {
    this.#overDue = true;
    this.#ask();
  }
  keyPressed(): void {
    this.#pace.busy();
  }
  resize(width: number, height: number): void {
    this.picture.resize(width, height);
    this.#show();
    this.moved(true);
  }
  dispose(): void {
    this.#disposed = true;
    this.picture.dispose();
    this.#rough.dispose();
  }

  #ask(after = 0): void {
    if (this.#asked || this.#disposed) return;
    this.#asked = true;
    const frame = (): void => {
      requestAnimationFrame(() => {
        this.#asked = false;
        if (!this.#disposed) this.#frame();
      });
    };
    if (after > 0) setTimeout(frame, after);
    else frame();
  }
  #frame(): void {
    if (this.#pace.isDrawing()) return this.#ask(poll);
    if (this.#stale && !this.picture.isDrawing) this.#measure();
    const isSlow = this.#triangles > this.budget.triangles;
    const rests = isSlow ? this.#pace.restsIn() : 0;
    if (rests > 0) return this.#ask(rests);
    const stands = this.#movedAt + settles - performance.now();
    if (this.#stale && isSlow && this.#roughDue) return this.#drawRough();
    if (this.#stale && isSlow && stands > 0) {
      if (this.#overDue) this.#show();
      return this.#ask(stands);
    }
    if (this.#stale || this.picture.isDrawing) return this.#drawSlice(isSlow);
    if (this.#overDue) this.#show();
  }
  #measure(): void {
    if (this.#units) return;
    this.#units = this.content.units();
    this.#triangles = this.#units.reduce((sum, { triangles }) => sum + triangles, 0);
    for (const child of this.content.group.children) child.visible = false;
    this.content.group.updateMatrixWorld();
  }
  #drawRough(): void {
    this.#roughDue = false;
    this.counts.rough++;
    const chosen = this.#rough.choose(this.content, this.budget.triangles * roughSlices);
    const { mesh } = this.#rough;
    if (mesh) this.layers.three.add(mesh);
    this.picture.begin(chosen, { scale: 0.5, samples: 0 });
    const { drawn } = this.picture.slice(Infinity);
    if (mesh) this.layers.three.remove(mesh);
    this.#show();
    this.#drew(drawn);
    this.#ask();
  }
  #drawSlice(isSlow: boolean): void {
    if (!this.picture.isDrawing) {
      this.#stale = this.#roughDue = false;
      this.picture.begin(this.#units!, { scale: 1, samples: isSlow ? 0 : 4 });
    }
    const { drawn, done } = this.picture.slice(this.budget.triangles);
    this.counts.slices++;
    if (done) this.counts.whole++;
    // What is picked is shown at once, on the picture as it was until the new one is whole.
    if (done || !this.picture.isThere || this.#overDue) this.#show();
    this.#drew(drawn);
    if (!done || this.#overDue) this.#ask();
  }
  #show(): void {
    this.#overDue = false;
    this.counts.shown++;
    this.picture.show();
    this.renderer.render(this.layers.over, this.camera());
    for (const tell of this.shown) tell();
  }
  #drew(triangles: number): void {
    this.#pace.drew(this.renderer.getContext() as WebGL2RenderingContext, (took) =>
      this.budget.report(triangles, took),
    );
  }
}
