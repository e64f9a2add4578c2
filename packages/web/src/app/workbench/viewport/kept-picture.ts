import {
  Color,
  LinearFilter,
  MeshBasicMaterial,
  SRGBColorSpace,
  WebGLRenderTarget,
  type Camera,
  type Object3D,
  type Scene as ThreeScene,
  type WebGLRenderer,
} from 'three';
import { FullScreenQuad } from 'three/addons/postprocessing/Pass.js';
import type { DrawUnit } from './draw-units';

/** Pictures kept to be drawn into again: rough ones and whole ones take turns. */
const mostSpare = 3;

/**
 * The picture of the scene (colour and depth), kept apart from what is drawn over it. A new one is drawn behind the one that
 * is seen, a slice at a time, and takes its place when it is whole: what is picked, labels and handles come and go without the
 * scene being drawn again.
 */
export class KeptPicture {
  #front: WebGLRenderTarget | null = null;
  #back: WebGLRenderTarget | null = null;
  readonly #spare: WebGLRenderTarget[] = [];
  #units: readonly DrawUnit[] = [];
  #at = 0;
  readonly #sky = new Color();
  #size = { width: 1, height: 1 };
  readonly #quad = new FullScreenQuad(
    new MeshBasicMaterial({ depthTest: false, depthWrite: false, toneMapped: false }),
  );
  constructor(
    readonly renderer: WebGLRenderer,
    readonly scene: ThreeScene,
    readonly under: Object3D,
    readonly camera: () => Camera,
  ) {
    // The canvas is composed by hand: nothing is cleared behind our back.
    renderer.autoClear = false;
  }
  /** Pixels of the canvas. What was drawn is stretched until the next picture. */
  resize(width: number, height: number): void {
    this.#size = { width, height };
    this.stop();
  }
  get isDrawing(): boolean {
    return this.#back !== null;
  }
  get isThere(): boolean {
    return this.#front !== null;
  }
  /**
   * Begins a picture of these units; one under way is given up. `under` is drawn first and only once: the grid. `scale` is
   * the part of the canvas's pixels, `samples` those of each pixel's edges.
   */
  begin(units: readonly DrawUnit[], how: { readonly scale: number; readonly samples: number }): void {
    this.stop();
    const [width, height] = [this.#size.width, this.#size.height].map((n) =>
      Math.max(1, Math.round(n * how.scale)),
    );
    this.#back = this.#take(width!, height!, how.samples);
    this.#units = units;
    this.#at = 0;
    this.renderer.setRenderTarget(this.#back);
    // The values that are cleared to depend on where to, and are worked out when the colour is set.
    this.renderer.setClearColor(this.renderer.getClearColor(this.#sky), 1);
    this.renderer.clear();
    this.under.visible = true;
    this.#render([]);
    this.under.visible = false;
  }
  /** Draws units until they have so many triangles; at least one. The triangles drawn, and whether the picture is whole. */
  slice(triangles: number): { readonly drawn: number; readonly done: boolean } {
    let drawn = 0;
    let together: DrawUnit[] = [];
    this.renderer.setRenderTarget(this.#back);
    while (
      this.#at < this.#units.length &&
      (drawn === 0 || drawn + this.#units[this.#at]!.triangles <= triangles)
    ) {
      const unit = this.#units[this.#at++]!;
      drawn += unit.triangles;
      if (!unit.range) {
        together.push(unit);
        continue;
      }
      this.#render(together);
      together = [];
      const { geometry, start, count } = unit.range;
      const { drawRange } = geometry;
      const before = { ...drawRange };
      geometry.setDrawRange(start, count);
      this.#render([unit]);
      geometry.setDrawRange(before.start, before.count);
    }
    this.#render(together);
    const done = this.#at >= this.#units.length;
    if (done) this.#swap();
    return { drawn, done };
  }
  /** Gives up the picture under way. */
  stop(): void {
    this.#release(this.#back);
    this.#back = null;
  }
  /** Lays the picture on the canvas; while the first is still being drawn, as far as it is. */
  show(): void {
    const seen = this.#front ?? this.#back;
    this.renderer.setRenderTarget(null);
    this.renderer.clear();
    if (!seen) return;
    (this.#quad.material as MeshBasicMaterial).map = seen.texture;
    this.#quad.render(this.renderer);
  }
  dispose(): void {
    this.stop();
    this.#front?.dispose();
    for (const one of this.#spare) one.dispose();
    (this.#quad.material as MeshBasicMaterial).dispose();
    this.#quad.dispose();
  }

  /** One of the size that was used before, else a new one: making one waits for all that is being drawn. */
  #take(width: number, height: number, samples: number): WebGLRenderTarget {
    const at = this.#spare.findIndex(
      (one) => one.width === width && one.height === height && one.samples === samples,
    );
    if (at >= 0) return this.#spare.splice(at, 1)[0]!;
    return new WebGLRenderTarget(width, height, {
      samples,
      colorSpace: SRGBColorSpace,
      minFilter: LinearFilter,
      magFilter: LinearFilter,
    });
  }
  #release(target: WebGLRenderTarget | null): void {
    if (!target) return;
    this.#spare.push(target);
    if (this.#spare.length > mostSpare) this.#spare.shift()!.dispose();
  }
  #swap(): void {
    this.#release(this.#front);
    this.#front = this.#back;
    this.#back = null;
    this.#units = [];
  }
  /** Only these objects are seen. */
  #render(units: readonly DrawUnit[]): void {
    const shown: Object3D[] = units.flatMap((unit) => unit.objects);
    for (const one of shown) one.visible = true;
    this.renderer.render(this.scene, this.camera());
    for (const one of shown) one.visible = false;
  }
}
