import {
  afterNextRender,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  signal,
  untracked,
  viewChild,
  input,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideMaximize } from '@ng-icons/lucide';
import { uniteBoxes, worldBounds, type Box, type ObjectId } from '@renquil/core';
import { Box3, Vector3 } from 'three';
import { OpenScene } from '../../state/open-scene';
import { Theme } from '../../state/theme';
import { CountPipe } from '../../ui/count';
import { ArrangeState } from '../arrange/arrange-state';
import { LedgerState } from '../ledger/ledger-state';
import type { GizmoMode } from './gizmo';
import type { FromGeometry } from './geometry-messages';
import { Stage, type ViewName } from './stage';

/** The scene in 3D. A click picks, here and in the ledger; Ctrl adds. */
@Component({
  selector: 'rq-viewport',
  imports: [NgIcon, CountPipe],
  viewProviders: [provideIcons({ lucideMaximize })],
  templateUrl: './viewport.html',
  host: { class: 'relative block h-full min-h-0 min-w-0 overflow-hidden' },
})
export class Viewport {
  readonly #open = inject(OpenScene);
  readonly #theme = inject(Theme);
  readonly ledger = inject(LedgerState);
  readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  readonly view = signal<ViewName>('free');
  readonly views: readonly ViewName[] = ['free', 'front', 'side', 'top'];
  readonly loading = signal<{ done: number; total: number } | null>({ done: 0, total: 0 });
  readonly problem = signal('');
  readonly stage = signal<Stage | null>(null);
  /** Handles on what was last picked. */
  readonly gizmo = input(false);
  readonly mode = signal<GizmoMode>('move');
  readonly modes: readonly GizmoMode[] = ['move', 'turn', 'scale'];
  readonly arrange = inject(ArrangeState);
  readonly mayEdit = this.#open.mayEdit;
  #worker: Worker | null = null;
  #down: { x: number; y: number } | null = null;
  /** The pointer let go of the handles: that is no click on what lies behind. */
  #onHandles = false;

  constructor() {
    afterNextRender(() => this.#start());
    inject(DestroyRef).onDestroy(() => {
      this.#worker?.terminate();
      this.stage()?.dispose();
    });
    effect(() => {
      this.#open.drawTick();
      const [home, only, stage] = [this.#open.home().all, this.ledger.isolated(), this.stage()];
      if (stage) untracked(() => stage.rebuild(home, only));
    });
    effect(() => {
      this.#open.drawTick();
      const { picked } = this.ledger.picking();
      this.stage()?.markPicked(picked);
    });
    effect(() => {
      this.#open.drawTick();
      const id = this.gizmo() && this.#open.mayEdit() ? this.ledger.picking().active : null;
      this.stage()?.gizmo.on(id, this.mode(), this.arrange.snap());
    });
  }
  fit(): void {
    const { picked } = this.ledger.picking();
    this.stage()?.fit(this.#boxOf(picked.size ? picked : (this.ledger.isolated() ?? this.#open.scene.roots)));
  }
  isolate(): void {
    const { picked } = this.ledger.picking();
    this.ledger.isolated.update((now) => (now || !picked.size ? null : new Set(picked)));
    this.fit();
  }
  look(view: ViewName): void {
    this.view.set(view);
    this.stage()?.look(view);
  }
  down(event: PointerEvent): void {
    this.#onHandles = false;
    this.#down = event.button === 0 ? { x: event.clientX, y: event.clientY } : null;
  }
  up(event: PointerEvent): void {
    const began = this.#down;
    this.#down = null;
    if (this.#onHandles) {
      this.#onHandles = false;
      return;
    }
    // A drag turns the view; only a click that stayed where it was picks.
    if (!began || Math.hypot(event.clientX - began.x, event.clientY - began.y) > 4) return;
    const box = this.canvas().nativeElement.getBoundingClientRect();
    const id = this.stage()?.objectAt(event.clientX - box.left, event.clientY - box.top) ?? null;
    const add = event.ctrlKey || event.metaKey || event.shiftKey;
    if (id !== null && this.#open.scene.get(id).switches.pickable)
      this.ledger.show(id, add ? 'toggle' : 'only');
    else if (!add) this.ledger.pickNothing();
  }
  key(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const actions: Record<string, () => void> = {
      f: () => this.fit(),
      i: () => this.isolate(),
      '1': () => this.look('free'),
      '2': () => this.look('front'),
      '3': () => this.look('side'),
      '4': () => this.look('top'),
      Escape: () => this.ledger.pickNothing(),
    };
    const action = actions[event.key];
    if (!action) return;
    event.preventDefault();
    action();
  }

  #start(): void {
    const canvas = this.canvas().nativeElement;
    const css = getComputedStyle(document.documentElement);
    const token = (name: string): string => css.getPropertyValue(name).trim();
    this.#theme.name();
    let stage: Stage;
    try {
      stage = new Stage(canvas, this.#open.scene, {
        sky: token('--sky'),
        ground: token('--grid'),
        ink: token('--ink'),
        pick: token('--jonquil'),
      });
    } catch {
      this.problem.set('This browser cannot draw in 3D (no WebGL). Everything else works.');
      this.loading.set(null);
      return;
    }
    const whole = this.#boxOf(this.#open.scene.roots);
    stage.setFloor(whole);
    stage.resize();
    stage.fit(whole);
    stage.gizmo.placed = (id, world) => {
      this.#onHandles = true;
      if (!this.arrange.place(id, 'world', world)) stage.gizmo.on(id, this.mode(), this.arrange.snap());
    };
    this.stage.set(stage);
    const observer = new ResizeObserver(() => stage.resize());
    observer.observe(canvas);
    this.#worker = new Worker(new URL('./geometry.worker', import.meta.url), { type: 'module' });
    this.#worker.onmessage = ({ data }: MessageEvent<FromGeometry>) => this.#hear(data, stage);
    this.#worker.onerror = () =>
      this.#hear({ type: 'failed', text: 'the reader of shapes did not start' }, stage);
    this.#worker.postMessage({ url: `/api/scenes/${this.#open.info()!.scene.id}/source` });
  }
  #hear(message: FromGeometry, stage: Stage): void {
    if (message.type === 'failed')
      this.problem.set(`The shapes could not be drawn: ${message.text}. Boxes stand in for them.`);
    if (message.type === 'shapes') {
      for (const { index, parts } of message.shapes) stage.store.put(index, parts);
      this.loading.set({ done: message.done, total: message.total });
      if (message.done < message.total) return;
    }
    this.loading.set(null);
    stage.rebuild(this.#open.home().all, this.ledger.isolated());
    stage.markPicked(this.ledger.picking().picked);
    if (stage.store.boxed)
      this.problem.set(
        `${stage.store.boxed} shapes are drawn as boxes: too big for this page, or packed in a way it cannot read.`,
      );
    if (message.type !== 'shapes') this.#worker?.terminate();
  }
  #boxOf(ids: Iterable<ObjectId>): Box3 {
    let box: Box | null = null;
    const { scene } = this.#open;
    const home = this.#open.home().all;
    for (const id of ids) if (scene.find(id)) box = uniteBoxes(box, worldBounds(scene, id));
    if (!box && home.size) for (const id of home) box = uniteBoxes(box, worldBounds(scene, id));
    return box ? new Box3(new Vector3(...box.min), new Vector3(...box.max)) : new Box3();
  }
}
