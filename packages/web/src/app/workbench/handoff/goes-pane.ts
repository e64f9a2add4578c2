import { CdkVirtualScrollViewport, ScrollingModule } from '@angular/cdk/scrolling';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { notTakenBy, staysHome, type StaysHome } from '@renquil/core/targets';
import { goesRows, planGoes, type GoesRow } from '@renquil/core/workbench';
import type { Kind, ObjectId } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { afterPaint } from '../../ui/after-paint';
import { CountPipe } from '../../ui/count';
import { KindIcon } from '../../ui/kind-icon';
import { Panes } from '../../ui/panes';
import { Tick } from '../../ui/tick';
import { Tip } from '../../ui/tip';
import { LedgerState } from '../ledger/ledger-state';
import { Viewport } from '../viewport/viewport';
import { HandoffState } from './handoff-state';

/** Height of a line in pixels. */
const line = 28;

/** What goes and what stays home for the target, as a tree with reasons and switches, beside the 3D view that ghosts what stays. */
@Component({
  selector: 'rq-goes-pane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CountPipe,
    KindIcon,
    Panes,
    ScrollingModule,
    SplitAreaComponent,
    SplitComponent,
    Tick,
    Tip,
    Viewport,
  ],
  templateUrl: './goes-pane.html',
  host: { class: 'flex min-h-0 flex-1 flex-col' },
})
export class GoesPane {
  readonly open = inject(OpenScene);
  readonly state = inject(HandoffState);
  readonly #ledger = inject(LedgerState);
  readonly #router = inject(Router);
  readonly left = output();
  readonly line = line;
  readonly drawn = afterPaint();
  readonly onlyHome = signal(true);
  readonly #unfolded = signal<ReadonlySet<ObjectId>>(new Set());
  readonly active = signal<ObjectId | null>(null);
  readonly view = viewChild(CdkVirtualScrollViewport);
  /** By the scene's own switches, and by what the target takes. */
  readonly home = computed<StaysHome>(
    () => {
      const takes = this.state.target()?.takes;
      const { scene, convention } = this.open;
      try {
        return staysHome(scene, convention, takes && notTakenBy(scene, takes));
      } catch {
        // The gate says of a target that it does not work.
        return staysHome(scene, convention);
      }
    },
    { equal: () => false },
  );
  readonly rows = computed(() =>
    goesRows(this.open.scene, this.home(), { open: this.#unfolded(), onlyHome: this.onlyHome() }),
  );

  constructor() {
    effect(() => {
      const home = this.home();
      untracked(() => this.open.homeFor.set(home));
    });
    inject(DestroyRef).onDestroy(() => this.open.homeFor.set(null));
  }
  keyOf(_index: number, { id }: GoesRow): ObjectId {
    return id;
  }
  nameOf(id: ObjectId): string {
    return this.open.scene.find(id)?.name ?? '';
  }
  kindOf(id: ObjectId): Kind {
    return this.open.scene.get(id).kind;
  }
  /** Why, and who changed it last. */
  sayWhy({ id, why }: GoesRow): string {
    const who = this.open.whoChanged(id);
    return who ? `${why}, last changed by ${who}` : why;
  }
  fold({ id, isOpen, hasChildren }: GoesRow): void {
    if (!hasChildren) return;
    const next = new Set(this.#unfolded());
    if (isOpen) next.delete(id);
    else next.add(id);
    this.#unfolded.set(next);
  }
  /** By its own switch; what stays for another reason stays. */
  turn({ id, goes, isSwitched }: GoesRow): void {
    if (!isSwitched || !this.open.mayEdit()) return;
    const edits = planGoes(this.open.scene, [id], !goes);
    const name = this.nameOf(id);
    if (edits.length) this.open.apply(goes ? `Leave ${name} at home` : `Let ${name} go`, edits);
  }
  /** To the object in the rows, where it can be renamed or put elsewhere. */
  goTo(id: ObjectId): void {
    this.#ledger.show(id);
    void this.#router.navigate(['/scenes', this.open.info()!.scene.id, 'name']);
  }
  pick({ id }: GoesRow): void {
    this.active.set(id);
    this.#ledger.show(id);
  }
  key(event: KeyboardEvent): void {
    const rows = this.rows();
    const at = rows.findIndex(({ id }) => id === this.active());
    const row = rows[at];
    const page = Math.max(1, Math.floor((this.view()?.getViewportSize() ?? 0) / line) - 1);
    const steps: Record<string, number> = {
      ...{ ArrowDown: at + 1, ArrowUp: at - 1, PageDown: at + page, PageUp: at - page },
      ...{ Home: 0, End: rows.length - 1 },
    };
    const to = steps[event.key];
    if (to !== undefined) this.#walk(to);
    else if (event.key === 'Escape') this.left.emit();
    else if (!row) return;
    else if (event.key === ' ') this.turn(row);
    else if (event.key === 'Enter') this.goTo(row.id);
    else if (event.key === 'ArrowRight' && !row.isOpen) this.fold(row);
    else if (event.key === 'ArrowLeft') {
      if (row.isOpen && !this.onlyHome()) this.fold(row);
      else this.#walk(rows.slice(0, at).findLastIndex(({ depth }) => depth < row.depth));
    } else return;
    event.preventDefault();
    event.stopPropagation();
  }
  #walk(to: number): void {
    const rows = this.rows();
    const at = Math.max(0, Math.min(to, rows.length - 1));
    const row = rows[at];
    if (!row) return;
    this.pick(row);
    const view = this.view();
    if (!view) return;
    const [top, height] = [view.measureScrollOffset(), view.getViewportSize()];
    if (at * line < top) view.scrollToOffset(at * line);
    else if ((at + 1) * line > top + height) view.scrollToOffset((at + 1) * line - height);
  }
}
