import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { combineSets, setWays, tidyRuling, type SetWay } from '@renquil/core/plans';
import { setMembers } from '@renquil/core/query';
import type { Ruling, SceneSet } from '@renquil/core/scene';
import { Submenu } from '../../ui/submenu';
import { OpenScene } from '../../state/open-scene';
import { ArrangeState } from '../arrange/arrange-state';
import { LedgerState } from '../ledger/ledger-state';
import { RulingMenu } from './ruling-menu';
import { MenuItem } from '../../ui/menu-item';
import { MenuPanel } from '../../ui/menu-panel';

const ways: Record<SetWay, string> = {
  together: 'Together with',
  without: 'Without what is in',
  both: 'Only what is also in',
};

/** What can be done with a set. Nothing here touches the objects themselves, but for what its switches rule. */
@Component({
  selector: 'rq-set-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuTrigger, MenuItem, MenuPanel, RulingMenu, Submenu],
  template: `
    <div class="w-56" rqMenu>
      <button rqMenuItem (chosen)="pick()">Pick all in it</button>
      @if (set().how === 'fixed') {
        <button rqMenuItem [disabled]="!arrange.picked().length" (chosen)="change('add')">
          Put what is picked in
        </button>
        <button rqMenuItem [disabled]="!arrange.picked().length" (chosen)="change('take')">
          Take what is picked out
        </button>
      }
      <button rqMenuItem [cdkMenuTriggerFor]="ruling">Switches and look ▸</button>
      <hr class="my-1 border-line" />
      @for (way of ways; track way[0]) {
        <button
          rqMenuItem
          [disabled]="!others().length"
          [cdkMenuTriggerFor]="partner"
          [cdkMenuTriggerData]="{ way: way[0] }"
        >
          {{ way[1] }} ▸
        </button>
      }
      <button
        rqMenuItem
        (chosen)="save('Double', freeName(set().name), { ...set(), name: freeName(set().name) })"
      >
        Double it
      </button>
      <button rqMenuItem (chosen)="rename.emit(set())">Rename…</button>
      <button rqMenuItem (chosen)="save('Delete', set().name, null)">Delete the set, keep its objects</button>
    </div>
    <ng-template #ruling><rq-ruling-menu [of]="set()" (changed)="rule($event)" /></ng-template>
    <ng-template #partner let-way="way">
      <div class="max-h-64 overflow-y-auto" rqMenu>
        @for (other of others(); track other.name) {
          <button rqMenuItem (chosen)="combine(other, way)">
            <bdi>{{ other.name }}</bdi>
          </button>
        }
      </div>
    </ng-template>
  `,
})
export class SetMenu {
  readonly arrange = inject(ArrangeState);
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly set = input.required<SceneSet>();
  readonly rename = output<SceneSet>();
  readonly ways = setWays.map((way) => [way, ways[way]] as const);
  readonly others = computed(() => {
    return [...this.#open.scene.sets.values()].filter((one) => one.name !== this.set().name);
  });

  pick(): void {
    this.#ledger.pickAll(setMembers(this.#open.scene, this.set()));
  }
  change(how: 'add' | 'take'): void {
    const set = this.set();
    if (set.how !== 'fixed') return;
    const picked = this.arrange.picked();
    const kept = set.objects.filter((id) => !picked.includes(id));
    this.save(how === 'add' ? 'Put into' : 'Take out of', set.name, {
      ...set,
      objects: how === 'add' ? [...kept, ...picked] : kept,
    });
  }
  rule(ruling: Ruling): void {
    this.save('Change', this.set().name, tidyRuling({ ...this.set(), ...ruling }));
  }
  combine(other: SceneSet, way: SetWay): void {
    const words: Record<SetWay, string> = { together: 'and', without: 'without', both: 'in' };
    const name = this.freeName(`${this.set().name} ${words[way]} ${other.name}`.slice(0, 180));
    this.#open.apply(`Make the set ${name}`, combineSets(this.#open.scene, name, [this.set(), other], way));
  }
  save(what: string, name: string, to: SceneSet | null): void {
    const from = this.#open.scene.sets.get(name) ?? null;
    this.#open.apply(`${what} the set ${name}`, [{ kind: 'named-set', name, from, to }]);
  }
  freeName(wanted: string): string {
    const { sets } = this.#open.scene;
    if (!sets.has(wanted)) return wanted;
    for (let n = 2; ; n++) if (!sets.has(`${wanted} ${n}`)) return `${wanted} ${n}`;
  }
}
