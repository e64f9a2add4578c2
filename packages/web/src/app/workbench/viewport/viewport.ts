import { CdkMenuTrigger } from '@angular/cdk/menu';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import {
  lucideBoxSelect,
  lucideEllipsis,
  lucideExpand,
  lucideFocus,
  lucideMaximize,
  lucideShrink,
  lucideTag,
} from '@ng-icons/lucide';
import { framesOf, type Frame } from '@renquil/core/frames';
import { displays, offBy, type Display, type ObjectId } from '@renquil/core/scene';
import { Box3 } from 'three';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { MenuChoice } from '../../ui/menu-choice';
import { ArrangeState } from '../arrange/arrange-state';
import { LedgerState } from '../ledger/ledger-state';
import { ToastList } from '../../state/toast-list';
import type { DrawWish } from './draw-list';
import type { GizmoMode } from './gizmo';
import { LabelLayer } from './label-layer';
import { StageHost } from './stage-host';
import type { BoxPick } from './pick-box';
import { ViewRoom } from './view-room';
import type { Stage } from './stage';
import type { ViewName } from './stage-camera';
import { MenuPanel } from '../../ui/menu-panel';
import { Tip } from '../../ui/tip';
import { MenuCheck } from '../../ui/menu-check';
import { SlotColourPipe } from '../../ui/slot-colour';

const lookKey = 'renquil.helpers';
const planeKey = 'renquil.plane';
const boxKey = 'renquil.box-picks';
function rememberedLook(): Display {
  return displays.find((one) => one === localStorage.getItem(lookKey)) ?? 'ghost';
}

/** The scene in 3D. A click picks, here and in the ledger; Ctrl adds. */
@Component({
  selector: 'rq-viewport',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkMenuTrigger,
    CountPipe,
    LabelLayer,
    MenuCheck,
    MenuChoice,
    MenuPanel,
    NgIcon,
    SlotColourPipe,
    Tip,
  ],
  viewProviders: [
    provideIcons({
      lucideBoxSelect,
      lucideEllipsis,
      lucideExpand,
      lucideFocus,
      lucideMaximize,
      lucideShrink,
      lucideTag,
    }),
  ],
  templateUrl: './viewport.html',
  host: { class: 'relative block h-full min-h-0 min-w-0 overflow-hidden' },
})
export class Viewport {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly #toasts = inject(ToastList);
  readonly ledger = inject(LedgerState);
  readonly room = inject(ViewRoom);
  readonly #element = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly host = inject(StageHost);
  readonly holder = viewChild.required<ElementRef<HTMLElement>>('holder');
  readonly view = this.host.view;
  readonly #ready = computed(() => this.loading() === null);
  readonly views: readonly ViewName[] = ['free', 'front', 'side', 'top'];
  readonly loading = this.host.loading;
  readonly problem = this.host.problem;
  readonly boxed = this.host.boxed;
  readonly hasTextures = this.host.hasTextures;
  readonly textured = this.host.textured;
  readonly untextured = this.host.untextured;
  readonly stage = this.host.stage;
  /** Handles on what was last picked. */
  readonly gizmo = input(false);
  readonly mode = signal<GizmoMode>('move');
  readonly modes: readonly GizmoMode[] = ['move', 'turn', 'scale'];
  readonly arrange = inject(ArrangeState);
  readonly mayEdit = this.#open.mayEdit;
  /** How what stays home is drawn; remembered on this machine. */
  readonly helpersAs = signal<Display>(rememberedLook());
  readonly displays = displays;
  /** Whether the plane and the front of the asset at hand are drawn. */
  readonly plane = signal(localStorage.getItem(planeKey) === 'yes');
  readonly boxings = [
    { how: 'touches', label: 'A box picks what it touches' },
    { how: 'holds', label: 'A box picks what it holds' },
  ] as const;
  /** Slots that can be read on the objects. */
  readonly slots = computed(() => [...this.#open.held().slots.keys()]);
  /** A drag draws a box and picks what is in it, in place of turning the view. */
  readonly boxing = signal(false);
  readonly boxPicks = signal<BoxPick>(localStorage.getItem(boxKey) === 'holds' ? 'holds' : 'touches');
  readonly box = signal<{ x0: number; y0: number; x1: number; y1: number } | null>(null);
  #down: { x: number; y: number } | null = null;
  /** The pointer let go of the handles: that is no click on what lies behind. */
  #onHandles = false;

  constructor() {
    afterNextRender(() => this.host.attach(this.holder().nativeElement));
    inject(DestroyRef).onDestroy(() => this.host.detach(this.holder().nativeElement));
    effect(() => this.room.lay(this.#element.nativeElement, this.room.whole()));
    const fitRoom = (): void => this.room.lay(this.#element.nativeElement, this.room.whole());
    addEventListener('resize', fitRoom);
    inject(DestroyRef).onDestroy(() => {
      removeEventListener('resize', fitRoom);
      this.room.whole.set(false);
      this.room.lay(this.#element.nativeElement, false);
    });
    effect(() => {
      const stage = this.stage();
      if (stage) untracked(() => this.#handlesOf(stage));
    });
    effect(() => {
      const { sceneDrawn } = this.#open;
      this.#ready();
      const [wish, stage] = [this.#wish(), this.stage()];
      if (stage?.scene === sceneDrawn) untracked(() => this.host.rebuild(stage, wish));
    });
    effect(() => {
      const { sceneDrawn } = this.#open;
      this.#ready();
      const { picked } = this.ledger.picking();
      const stage = this.stage();
      if (stage?.scene === sceneDrawn) stage.markPicked(picked);
    });
    effect(() => {
      const { sceneDrawn } = this.#open;
      this.#ready();
      const [places, stage] = [this.ledger.places(), this.stage()];
      if (stage?.scene === sceneDrawn) stage.markPlaces(places);
    });
    effect(() => {
      const { sceneDrawn } = this.#open;
      this.#ready();
      const [frames, stage, shown] = [this.#analysis.frames(), this.stage(), this.plane()];
      const { active } = this.ledger.picking();
      if (stage?.scene === sceneDrawn)
        untracked(() => this.#showFrame(stage, frames, shown ? active : undefined));
    });
    effect(() => {
      void this.#open.sceneDrawn;
      const id = this.gizmo() && this.#open.mayEdit() ? this.ledger.picking().active : null;
      this.stage()?.gizmo.on(id, this.mode(), this.arrange.snap());
    });
  }
  fit(): void {
    const { picked } = this.ledger.picking();
    this.stage()?.fit(
      this.host.boxOf(picked.size ? picked : (this.ledger.isolated() ?? this.#open.sceneNow.roots)),
    );
  }
  isolate(): void {
    const { picked } = this.ledger.picking();
    this.ledger.isolated.update((now) => (now || !picked.size ? null : new Set(picked)));
    this.fit();
  }
  pickBoxed(): void {
    this.ledger.pickAll(this.stage()?.content.boxedObjects() ?? []);
  }
  drawInFull(): void {
    this.host.drawInFull(this.ledger.picking().picked);
  }
  /** Picks the next object from left to right, as the eye reads the view. */
  walkView(by: 1 | -1): void {
    const order = this.stage()?.inViewOrder() ?? [];
    if (!order.length) return;
    const { active } = this.ledger.picking();
    const at = active === null ? -1 : order.indexOf(active);
    const next = at < 0 ? (by > 0 ? 0 : order.length - 1) : (at + by + order.length) % order.length;
    this.ledger.show(order[next]!);
  }
  /** Picks what is foremost at the middle of the view. */
  pickCentre(): void {
    const { clientWidth, clientHeight } = this.holder().nativeElement;
    const hit = this.stage()?.hitAt(clientWidth / 2, clientHeight / 2);
    if (hit && this.#mayPick(hit.id)) this.ledger.show(hit.id);
    else if (hit) this.#sayWhy(hit.id);
  }
  look(view: ViewName): void {
    this.view.set(view);
    this.stage()?.look(view);
  }
  down(event: PointerEvent): void {
    this.#onHandles = false;
    this.#down = event.button === 0 ? { x: event.clientX, y: event.clientY } : null;
    if (this.boxing() && this.#down) this.holder().nativeElement.setPointerCapture(event.pointerId);
  }
  drag(event: PointerEvent): void {
    if (!this.boxing() || !this.#down) return;
    const { left, top } = this.holder().nativeElement.getBoundingClientRect();
    const [x, y] = [
      [this.#down.x - left, event.clientX - left],
      [this.#down.y - top, event.clientY - top],
    ];
    this.box.set({ x0: Math.min(...x), x1: Math.max(...x), y0: Math.min(...y), y1: Math.max(...y) });
  }
  toggleBoxing(): void {
    this.boxing.update((now) => !now);
    this.box.set(null);
    this.stage()?.holdStill(this.boxing());
  }
  drawHelpers(as: string): void {
    const look = displays.find((one) => one === as) ?? 'ghost';
    this.helpersAs.set(look);
    localStorage.setItem(lookKey, look);
  }
  drawPlane(): void {
    this.plane.update((now) => !now);
    localStorage.setItem(planeKey, this.plane() ? 'yes' : 'no');
  }
  /** Of the asset that an object belongs to; null: of the first there is; undefined: none. */
  #showFrame(stage: Stage, frames: readonly Frame[], of: ObjectId | null | undefined): void {
    const { scene } = this.#open;
    const object = of ?? frames.find(({ root }) => root !== null && scene.find(root))?.root ?? scene.roots[0];
    if (of === undefined || object === undefined || !scene.find(object)) {
      stage.showFrame(null, new Box3());
      return;
    }
    const frame = framesOf(scene, this.#open.convention).of(object);
    stage.showFrame(frame, this.host.boxOf(frame.root === null ? scene.roots : [frame.root]));
  }
  boxBy(how: BoxPick): void {
    this.boxPicks.set(how);
    localStorage.setItem(boxKey, how);
  }
  up(event: PointerEvent): void {
    const began = this.#down;
    this.#down = null;
    if (this.#onHandles) {
      this.#onHandles = false;
      return;
    }
    const add = event.ctrlKey || event.metaKey || event.shiftKey;
    const drawn = this.box();
    this.box.set(null);
    if (drawn && began && drawn.x1 - drawn.x0 > 4) {
      this.#pickBox(this.stage()?.objectsIn(drawn, this.boxPicks()) ?? [], add);
      return;
    }
    // A drag turns the view; only a click that stayed where it was picks.
    if (!began || Math.hypot(event.clientX - began.x, event.clientY - began.y) > 4) return;
    const box = this.holder().nativeElement.getBoundingClientRect();
    const hit = this.stage()?.hitAt(event.clientX - box.left, event.clientY - box.top) ?? null;
    if (this.arrange.pointing()) {
      this.arrange.pointing.set(false);
      if (hit) this.arrange.pivot({ point: hit.point });
      return;
    }
    if (hit && this.#mayPick(hit.id)) this.ledger.show(hit.id, add ? 'toggle' : 'only');
    else if (hit) this.#sayWhy(hit.id);
    else if (!add) this.ledger.pickNothing();
  }
  #mayPick(id: ObjectId): boolean {
    return offBy(this.#open.sceneNow, this.#open.sceneNow.get(id), 'pickable') === null;
  }
  /** Not here, but anywhere else: and who says so. */
  #sayWhy(id: ObjectId): void {
    const { scene } = this.#open;
    const off = offBy(scene, scene.get(id), 'pickable')!;
    const who = {
      itself: 'its own switch',
      above: `${off.name} above it`,
      layer: `the layer ${off.name}`,
      set: `the set ${off.name}`,
    };
    this.#toasts.say(
      `${scene.get(id).name} cannot be picked here: ${who[off.by]} is off. The ledger, the map, a set or a filter still picks it.`,
    );
  }
  #pickBox(found: readonly ObjectId[], add: boolean): void {
    const pickable = found.filter((id) => this.#mayPick(id));
    this.ledger.pickAll(new Set([...(add ? this.ledger.picking().picked : []), ...pickable]));
  }
  #wish(): DrawWish {
    return {
      home: (this.#open.homeFor() ?? this.#open.home()).all,
      helpers: this.helpersAs(),
      only: this.ledger.isolated(),
    };
  }
  key(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const actions: Record<string, () => void> = {
      f: () => this.fit(),
      i: () => this.isolate(),
      b: () => this.toggleBoxing(),
      n: () => this.walkView(1),
      N: () => this.walkView(-1),
      c: () => this.pickCentre(),
      d: () => this.drawInFull(),
      p: () => this.drawPlane(),
      t: () => this.host.toggleTextures(),
      '1': () => this.look('free'),
      '2': () => this.look('front'),
      '3': () => this.look('side'),
      '4': () => this.look('top'),
      Escape: () => (this.arrange.pointing() ? this.arrange.pointing.set(false) : this.ledger.pickNothing()),
    };
    const action = actions[event.key];
    if (!action) return;
    event.preventDefault();
    action();
  }

  #handlesOf(stage: Stage): void {
    stage.holdStill(this.boxing());
    stage.gizmo.placed = (id, world) => {
      this.#onHandles = true;
      if (!this.arrange.setTransform(id, 'world', world))
        stage.gizmo.on(id, this.mode(), this.arrange.snap());
    };
  }
}
