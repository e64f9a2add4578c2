import { CdkMenuTrigger } from '@angular/cdk/menu';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideEllipsis, lucidePlus, lucideSquare, lucideZap } from '@ng-icons/lucide';
import { setCircle, setMembers, type SceneSet } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { CountPipe } from '../../ui/count';
import { LedgerState } from '../ledger/ledger-state';
import { ArrangeState } from './arrange-state';
import { rulingSays } from './ruling-menu';
import { SetMenu } from './set-menu';
import { Tip } from '../../ui/tip';

/** Named sets: from what is picked (kept by hand) or from the filter (kept by the query). Deleting one deletes no object. */
@Component({
  selector: 'rq-set-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuTrigger, CountPipe, NgIcon, SetMenu, Tip],
  viewProviders: [provideIcons({ lucideEllipsis, lucidePlus, lucideSquare, lucideZap })],
  templateUrl: './set-list.html',
  host: { class: 'block' },
})
export class SetList {
  readonly open = inject(OpenScene);
  readonly ledger = inject(LedgerState);
  readonly arrange = inject(ArrangeState);
  readonly #toasts = inject(ToastList);
  /** The field for a new name takes the keys as soon as it is there. */
  readonly field = viewChild<ElementRef<HTMLInputElement>>('name');
  readonly naming = signal<'fixed' | 'live' | 'rename' | null>(null);
  readonly renamed = signal<SceneSet | null>(null);
  readonly says = rulingSays;
  readonly focusing = afterRenderEffect(() => this.field()?.nativeElement.focus());
  readonly sets = computed(() => {
    const { scene } = this.open;
    const counted = [...scene.sets.values()].map((set) => ({ set, count: setMembers(scene, set).length }));
    return counted.map((one) => ({ ...one, circle: setCircle(scene, one.set.name) }));
  });

  filterOf(set: SceneSet): string {
    return `set:"${set.name}"`;
  }
  narrow(set: SceneSet): void {
    this.ledger.filter.update((now) => (now === this.filterOf(set) ? '' : this.filterOf(set)));
  }
  pick(set: SceneSet): void {
    this.ledger.pickAll(setMembers(this.open.scene, set));
  }
  make(typed: string): void {
    const how = this.naming();
    const name = typed.trim().slice(0, 200);
    this.naming.set(null);
    const renamed = this.renamed();
    this.renamed.set(null);
    if (!how || !name) return;
    if (how === 'rename') {
      if (renamed) this.#rename(renamed, name);
      return;
    }
    const to: SceneSet =
      how === 'fixed'
        ? { name, how, objects: this.arrange.picked() }
        : { name, how, query: this.ledger.filter().trim() };
    this.#save(`Make the set ${name}`, name, to);
  }
  #rename(set: SceneSet, name: string): void {
    if (name === set.name) return;
    if (this.open.scene.sets.has(name)) {
      this.#toasts.complain(`There is a set ${name} already.`);
      return;
    }
    this.open.apply(`Rename the set ${set.name} to ${name}`, [
      { kind: 'named-set', name: set.name, from: set, to: null },
      { kind: 'named-set', name, from: null, to: { ...set, name } },
    ]);
  }
  #save(label: string, name: string, to: SceneSet | null): void {
    this.open.apply(label, [{ kind: 'named-set', name, from: this.open.scene.sets.get(name) ?? null, to }]);
  }
}
