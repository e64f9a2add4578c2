import { type Matrix4, Object3D, type OrthographicCamera, type PerspectiveCamera } from 'three';
import { TransformControls } from 'three/addons/controls/TransformControls.js';
import { fromMatrix, type Transform } from '@renquil/core/math';
import type { ObjectId, Scene } from '@renquil/core/scene';

/** What dragging the gizmo changes. */
export type GizmoMode = 'move' | 'turn' | 'scale';
const modes = { move: 'translate', turn: 'rotate', scale: 'scale' } as const;

/**
 * Handles on one object. The drag moves a stand-in; only when it ends is the object placed, as one change, so that
 * undo takes back the whole drag. The world transform it ended at is handed to `placed`.
 */
export class Gizmo {
  readonly #controls: TransformControls;
  readonly #stand = new Object3D();
  #id: ObjectId | null = null;
  #began: Matrix4 | null = null;
  placed: ((id: ObjectId, world: Transform) => void) | null = null;

  constructor(
    camera: PerspectiveCamera | OrthographicCamera,
    canvas: HTMLElement,
    readonly scene: Scene,
    readonly host: { draw(): void; busy(busy: boolean): void },
  ) {
    this.#controls = new TransformControls(camera, canvas);
    this.#controls.setSize(0.8);
    this.#controls.addEventListener('change', () => host.draw());
    this.#controls.addEventListener('dragging-changed', ({ value }) => {
      host.busy(value === true);
      if (value === true) this.#began = this.#stand.matrix.clone();
      else this.#end();
    });
  }
  get objects(): Object3D[] {
    return [this.#stand, this.#controls.getHelper()];
  }
  /** Puts the handles on an object; null, or one that is sheared: none are shown. */
  on(id: ObjectId | null, mode: GizmoMode, snap: number): void {
    this.#id = id;
    const world = id === null || !this.scene.find(id) ? null : fromMatrix(this.scene.world(id));
    if (!world || !('t' in world)) {
      this.#controls.detach();
      this.host.draw();
      return;
    }
    this.#stand.position.set(...world.t);
    this.#stand.quaternion.set(...world.r);
    this.#stand.scale.set(...world.s);
    this.#stand.updateMatrix();
    this.#stand.updateMatrixWorld();
    this.#controls.setMode(modes[mode]);
    this.#controls.setTranslationSnap(snap > 0 ? snap : null);
    this.#controls.setRotationSnap(snap > 0 ? Math.PI / 12 : null);
    this.#controls.attach(this.#stand);
    this.host.draw();
  }
  see(camera: PerspectiveCamera | OrthographicCamera): void {
    this.#controls.camera = camera;
  }
  dispose(): void {
    this.#controls.detach();
    this.#controls.dispose();
  }
  #end(): void {
    this.#stand.updateMatrix();
    const moved = this.#began !== null && !this.#began.equals(this.#stand.matrix);
    this.#began = null;
    if (!moved || this.#id === null) return;
    const { position: t, quaternion: r, scale: s } = this.#stand;
    this.placed?.(this.#id, { t: [t.x, t.y, t.z], r: [r.x, r.y, r.z, r.w], s: [s.x, s.y, s.z] });
  }
}
