import { makeCanvas, stageColours } from './stage-canvas';
import { effect, inject, Injectable, signal, untracked, type OnDestroy } from '@angular/core';
import { uniteBoxes, type Box } from '@renquil/core/math';
import { worldBounds, type ObjectId, type Scene } from '@renquil/core/scene';
import { Box3, Vector3 } from 'three';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { OpenScene } from '../../state/open-scene';
import { Theme } from '../../state/theme';
import type { DrawWish } from './draw-list';
import { DrawnTouch } from './drawn-touch';
import type { BasisGiven, FromGeometry, ToGeometry } from './geometry-messages';
import { openBasis } from './open-basis';
import { Stage } from './stage';
import { StageTextures } from './stage-textures';
import type { ViewName } from './stage-camera';

const texturesKey = 'renquil.textures';

/**
 * The one stage of an open scene. It lives as long as the scene is open: a step that shows it takes the canvas in, and
 * nothing is decoded or built again because somebody went from Name to Check.
 */
@Injectable()
export class StageHost implements OnDestroy {
  readonly #open = inject(OpenScene);
  readonly #theme = inject(Theme);
  readonly stage = signal<Stage | null>(null);
  readonly loading = signal<{ done: number; total: number } | null>({ done: 0, total: 0 });
  readonly problem = signal('');
  /** Shapes that are drawn as boxes: too big for this page all together, or packed in a way it cannot read. */
  readonly boxed = signal(0);
  /** Whether the scene has pictures that can be drawn, whether they are, and why some are not. */
  readonly hasTextures = signal(false);
  readonly textured = signal(localStorage.getItem(texturesKey) !== 'no');
  readonly untextured = signal('');
  readonly view = signal<ViewName>('free');
  readonly #touch = new DrawnTouch();
  #canvas: HTMLCanvasElement | null = null;
  #worker: Worker | null = null;
  #basis: Worker | null = null;
  #holder: HTMLElement | null = null;
  readonly #observer = new ResizeObserver(() => this.stage()?.resize());
  readonly #hearKey = (): void => this.stage()?.keyPressed();

  constructor() {
    this.#open.edits
      .pipe(takeUntilDestroyed())
      .subscribe((edits) => this.#touch.note(this.#open.sceneNow, edits));
    addEventListener('keydown', this.#hearKey, { capture: true });
    effect(() => {
      this.#theme.name();
      const stage = this.stage();
      // The page takes its colours on first.
      if (stage) untracked(() => requestAnimationFrame(() => stage.colour(stageColours())));
    });
    // Read anew from the server, the scene is another one: so is its stage.
    effect(() => {
      const { sceneDrawn } = this.#open;
      const stage = this.stage();
      if (stage && this.#holder && stage.scene !== sceneDrawn) untracked(() => this.#restart());
    });
  }
  /** Brings the picture to the scene as it is: all of it, or only what the edits since can have changed. */
  rebuild(stage: Stage, wish: DrawWish): void {
    const touched = this.#touch.take(wish);
    if (!touched) stage.rebuild(wish);
    else if (touched.size) stage.rebuildOnly(wish, touched);
  }
  /**
   * Draws in full what is picked and stands as a box, and all below it; what was asked for before is a box again. A word about
   * what came of it, by `problem`.
   */
  drawInFull(picked: ReadonlySet<ObjectId>): void {
    const stage = this.stage();
    if (!stage || this.#worker) return;
    const { scene } = this.#open;
    const shapes = new Set<number>();
    for (const top of picked)
      if (scene.find(top))
        for (const { shape } of scene.walk(top))
          if (shape !== null && !stage.store.partsOf(shape)) shapes.add(shape);
    if (!shapes.size) return;
    stage.content.shapesGone(stage.store.releaseAsked());
    this.loading.set({ done: 0, total: shapes.size });
    let refused = 0;
    this.#decode([...shapes], (message) => {
      if (stage !== this.stage()) return;
      if (message.type === 'shapes') {
        for (const { index, parts } of message.shapes) if (!stage.store.putAsked(index, parts)) refused++;
        return this.loading.set({ done: message.done, total: message.total });
      }
      const why =
        message.type === 'failed' ? message.text : refused ? `${refused} of them cannot be drawn` : '';
      this.#arrived(stage, why);
    });
  }
  /** Draws pictures or the plain colours of materials; remembered on this machine. */
  toggleTextures(): void {
    this.textured.update((now) => !now);
    localStorage.setItem(texturesKey, this.textured() ? 'yes' : 'no');
    this.stage()?.showTextures(this.textured());
  }
  /** The canvas goes into a place on the page; where it was, it is no more. */
  attach(holder: HTMLElement): void {
    this.#holder = holder;
    if (this.stage() && this.stage()!.scene !== this.#open.sceneNow) this.#end();
    if (!this.#canvas) this.#canvas = makeCanvas();
    holder.prepend(this.#canvas);
    this.#observer.observe(holder);
    if (!this.stage() && !this.problem()) this.#startInTurn(this.#canvas);
    this.stage()?.resize();
  }
  detach(holder: HTMLElement): void {
    this.#observer.unobserve(holder);
    if (this.#holder !== holder) return;
    this.#holder = null;
    this.#canvas?.remove();
  }
  ngOnDestroy(): void {
    removeEventListener('keydown', this.#hearKey, { capture: true });
    this.#observer.disconnect();
    this.#end();
  }
  boxOf(ids: Iterable<ObjectId>): Box3 {
    let box: Box | null = null;
    const scene = this.#open.sceneNow;
    const home = this.#open.home().all;
    for (const id of ids) if (scene.find(id)) box = uniteBoxes(box, worldBounds(scene, id));
    if (!box && home.size) for (const id of home) box = uniteBoxes(box, worldBounds(scene, id));
    // Joints and groups have no bounds: where they stand is all that there is to look at.
    if (!box) return placesOf(scene, ids);
    return new Box3(new Vector3(...box.min), new Vector3(...box.max));
  }

  #restart(): void {
    const holder = this.#holder!;
    this.#end();
    this.attach(holder);
  }
  #end(): void {
    this.#touch.forget();
    this.#endWorkers();
    this.stage()?.dispose();
    this.stage.set(null);
    this.#canvas?.remove();
    this.#canvas = null;
    this.problem.set('');
    this.boxed.set(0);
    this.hasTextures.set(false);
    this.untextured.set('');
    this.view.set('free');
    this.loading.set({ done: 0, total: 0 });
  }
  /** A large scene is drawn in a task of its own, behind the rows of its table: both in one would hold up whoever types. */
  #startInTurn(canvas: HTMLCanvasElement): void {
    if (this.#open.sceneNow.size < largeFrom) return this.#start(canvas);
    const start = (): void => {
      if (this.#canvas === canvas && this.#holder && !this.stage()) this.#start(canvas);
    };
    // Behind the next picture of the page, not only behind this task.
    requestAnimationFrame(() => setTimeout(start));
  }
  #start(canvas: HTMLCanvasElement): void {
    let stage: Stage;
    try {
      // Asked first on a canvas of its own: three says its piece in the console where there is none.
      if (!document.createElement('canvas').getContext('webgl2')) throw new Error('no WebGL');
      stage = new Stage(canvas, this.#open.sceneNow, stageColours());
    } catch {
      this.problem.set('This browser cannot draw in 3D (no WebGL). Everything else works.');
      this.loading.set(null);
      return;
    }
    const whole = this.boxOf(this.#open.sceneNow.roots);
    stage.setFloor(whole);
    stage.resize();
    stage.fit(whole);
    this.stage.set(stage);
    stage.painter.shown.add(() => {
      if (this.#holder) this.#holder.dataset['whole'] = String(stage.painter.isWhole);
    });
    this.#decode(null, (message) => this.#hear(message, stage));
  }
  /** Lets the worker decode shapes: these, or all. */
  #decode(only: readonly number[] | null, hear: (message: FromGeometry) => void): void {
    const worker = new Worker(new URL('./geometry.worker', import.meta.url), { type: 'module' });
    this.#worker = worker;
    worker.onmessage = ({ data }: MessageEvent<FromGeometry>) => hear(data);
    worker.onerror = () => hear({ type: 'failed', text: 'the reader of shapes did not start' });
    const url = `/api/scenes/${this.#open.info()!.scene.id}/source`;
    worker.postMessage({ url, ...(only ? { only } : {}) } satisfies ToGeometry);
  }
  #hear(message: FromGeometry, stage: Stage): void {
    if (stage !== this.stage()) return;
    if (message.type === 'basis-wanted') {
      void this.#giveBasis();
      return;
    }
    if (message.type === 'textures') {
      stage.wear(new StageTextures(message.made));
      stage.showTextures(this.textured());
      this.untextured.set(message.made.left);
      this.hasTextures.set(stage.hasTextures);
      return;
    }
    if (message.type === 'shapes') {
      for (const { index, parts } of message.shapes) stage.store.put(index, parts);
      this.loading.set({ done: message.done, total: message.total });
      return;
    }
    this.#arrived(
      stage,
      message.type === 'failed'
        ? `The shapes could not be drawn: ${message.text}. Boxes stand in for them.`
        : '',
    );
  }
  async #giveBasis(): Promise<void> {
    const asked = this.#worker;
    const opened = await openBasis().catch(() => null);
    const answer: BasisGiven = { basis: opened?.port ?? null };
    // Another scene may be drawn by now.
    if (asked !== this.#worker) opened?.worker.terminate();
    else {
      this.#basis = opened?.worker ?? null;
      asked?.postMessage(answer, opened ? [opened.port] : []);
    }
  }
  #endWorkers(): void {
    this.#worker?.terminate();
    this.#basis?.terminate();
    this.#worker = this.#basis = null;
  }
  #arrived(stage: Stage, problem: string): void {
    this.#endWorkers();
    this.problem.set(problem);
    this.boxed.set(stage.store.boxed);
    stage.content.shapesArrived();
    this.#touch.forget();
    this.loading.set(null);
  }
}
/** Objects from which on a scene takes a noticeable part of a second to be drawn. */
const largeFrom = 20_000;
/** Objects that are asked where they stand, at most. */
const mostPlaces = 20_000;
/** A box around where objects stand, and all below them. */
function placesOf(scene: Scene, ids: Iterable<ObjectId>): Box3 {
  const box = new Box3();
  let left = mostPlaces;
  for (const top of ids)
    for (const { id } of scene.find(top) ? scene.walk(top) : []) {
      if (left-- <= 0) return box;
      const world = scene.world(id);
      box.expandByPoint(new Vector3(world[12], world[13], world[14]));
    }
  return box;
}
