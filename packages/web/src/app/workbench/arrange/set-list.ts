import {
  afterRenderEffect,
  Component,
  computed,
  inject,
  signal,
  type ElementRef,
  viewChild,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucidePlus, lucideSquare, lucideTrash2, lucideZap } from '@ng-icons/lucide';
import { setMembers, type SceneSet } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { LedgerState } from '../ledger/ledger-state';
import { ArrangeState } from './arrange-state';

/** Named sets: from what is picked (kept by hand) or from the filter (kept by the query). Deleting one deletes no object. */
@Component({
  selector: 'rq-set-list',
  imports: [CountPipe, NgIcon],
  viewProviders: [provideIcons({ lucidePlus, lucideSquare, lucideTrash2, lucideZap })],
  templateUrl: './set-list.html',
  host: { class: 'block' },
})
export class SetList {
  readonly open = inject(OpenScene);
  readonly ledger = inject(LedgerState);
  readonly arrange = inject(ArrangeState);
  /** The field for a new name takes the keys as soon as it is there. */
  readonly field = viewChild<ElementRef<HTMLInputElement>>('name');
  readonly naming = signal<'fixed' | 'live' | null>(null);
  readonly focusing = afterRenderEffect(() => this.field()?.nativeElement.focus());
  readonly sets = computed(() => {
    this.open.tick();
    const { scene } = this.open;
    return [...scene.sets.values()].map((set) => ({ set, count: setMembers(scene, set).length }));
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
    if (!how || !name) return;
    const to: SceneSet =
      how === 'fixed'
        ? { name, how, objects: this.arrange.picked() }
        : { name, how, query: this.ledger.filter().trim() };
    this.#save(`Make the set ${name}`, name, to);
  }
  /** Puts what is picked into a fixed set, or takes it out. */
  change(set: SceneSet, how: 'add' | 'take'): void {
    if (set.how !== 'fixed') return;
    const picked = this.arrange.picked();
    const kept = set.objects.filter((id) => !picked.includes(id));
    const objects = how === 'add' ? [...kept, ...picked] : kept;
    this.#save(`${how === 'add' ? 'Put into' : 'Take out of'} the set ${set.name}`, set.name, {
      ...set,
      objects,
    });
  }
  remove(set: SceneSet): void {
    this.#save(`Delete the set ${set.name}`, set.name, null);
  }
  #save(label: string, name: string, to: SceneSet | null): void {
    this.open.apply(label, [{ kind: 'named-set', name, from: this.open.scene.sets.get(name) ?? null, to }]);
  }
}
