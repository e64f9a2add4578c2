import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideEllipsis, lucidePlus, lucideSquare, lucideZap } from '@ng-icons/lucide';
import { setCircle, setMembers } from '@renquil/core/query';
import type { SceneSet } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { CountPipe } from '../../ui/count';
import { LedgerState } from '../ledger/ledger-state';
import { ArrangeState } from './arrange-state';
import { rulingSays } from './ruling-menu';
import { SetMenu } from './set-menu';
import { Tip } from '../../ui/tip';
import { IconButton } from '../../ui/icon-button';
import { NameForm } from '../../ui/name-form';

/** Named sets: from what is picked (kept by hand) or from the filter (kept by the query). Deleting one deletes no object. */
@Component({
  selector: 'rq-set-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuTrigger, CountPipe, IconButton, NameForm, NgIcon, SetMenu, Tip],
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
  readonly naming = signal<'fixed' | 'live' | 'rename' | null>(null);
  readonly renamed = signal<SceneSet | null>(null);
  readonly says = rulingSays;
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
  make(name: string): void {
    const how = this.naming();
    this.naming.set(null);
    const renamed = this.renamed();
    this.renamed.set(null);
    if (!how) return;
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
