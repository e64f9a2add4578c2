import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { proposeClusters, proposeRigOrder, type ArrangeBy, type Cluster } from '@renquil/core/plans';
import type { ObjectId, Scene } from '@renquil/core/scene';
import { CountPipe } from '../../ui/count';
import { Sheet, SheetFoot } from '../../ui/sheet';
import { TickSet } from '../../ui/tick-set';
import { Tick } from '../../ui/tick';

/** What the sheet is opened with. */
export interface AutoArrangeData {
  readonly scene: Scene;
  readonly objects: readonly ObjectId[];
}
type Way = ArrangeBy | 'rig-order';
const ways: readonly (readonly [Way, string])[] = [
  ['first-word', 'the first word of the name'],
  ['kind', 'kind'],
  ['material', 'material'],
  ['layer', 'layer'],
  ['nearness', 'being near each other'],
  ['rig-order', 'rig order: the heaviest first, outwards'],
];

/** Groups that could be made, seen before they are, each on its own tick. Closes with those that are ticked. */
@Component({
  selector: 'rq-auto-arrange',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, Sheet, SheetFoot, Tick],
  template: `
    <rq-sheet size="l" [heading]="'Group ' + (data.objects.length | count: 'object') + ' by'">
      <ng-container ngProjectAs="[head]">
        <select
          #way
          class="field"
          aria-label="Group by"
          data-testid="arrange-by"
          (change)="choose(way.value)"
        >
          @for (one of ways; track one[0]) {
            <option [value]="one[0]" [selected]="one[0] === by()">{{ one[1] }}</option>
          }
        </select>
        @if (by() === 'nearness' || by() === 'rig-order') {
          <label class="flex items-center gap-1.5"
            >within
            <input
              #gap
              class="field field-mono w-16"
              [value]="within()"
              inputmode="decimal"
              (change)="setGap(gap)"
            />
            m</label
          >
        }
        @if (by() !== 'rig-order') {
          <rq-tick testid="under-biggest" [on]="underBiggest()" (onChange)="toggleBiggest()"
            >under the biggest part</rq-tick
          >
        }
      </ng-container>
      <ul class="max-h-[52vh] min-h-24 overflow-y-auto px-4 py-2">
        @for (cluster of clusters(); track $index; let i = $index) {
          <li>
            <rq-tick class="py-1" [on]="!off.has(i)" (onChange)="off.toggle(i)">
              <bdi class="font-mono">{{ cluster.under === undefined ? '' : 'under ' }}{{ cluster.name }}</bdi>
              <span class="text-ink-2">{{ cluster.objects.length | count: 'object' }}</span>
              <bdi class="min-w-0 flex-1 truncate text-right text-small text-ink-2">{{
                sample(cluster)
              }}</bdi>
            </rq-tick>
          </li>
        } @empty {
          <li class="py-2 text-ink-2">No two of them share that.</li>
        }
      </ul>
      <rq-sheet-foot>
        <button type="button" class="btn" (click)="ref.close()">Back</button>
        <button
          type="button"
          class="btn btn-main"
          data-testid="arrange-apply"
          [disabled]="clusters().length === off.size"
          (click)="ref.close(chosen())"
        >
          {{ verb() }} {{ clusters().length - off.size | count: noun() }}
        </button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class AutoArrange {
  readonly ref = inject<DialogRef<readonly Cluster[]>>(DialogRef);
  readonly data = inject<AutoArrangeData>(DIALOG_DATA);
  readonly ways = ways;
  readonly by = signal<Way>('first-word');
  readonly underBiggest = signal(false);
  readonly isUnder = computed(() => this.by() === 'rig-order' || this.underBiggest());
  readonly verb = computed(() => (this.isUnder() ? 'Hang under' : 'Make'));
  readonly noun = computed(() => (this.isUnder() ? 'part' : 'group'));
  readonly within = signal(0.01);
  readonly off = new TickSet<number>();
  readonly clusters = computed(() => {
    const { scene, objects } = this.data;
    const [by, within] = [this.by(), this.within()];
    return by === 'rig-order'
      ? proposeRigOrder(scene, objects, within)
      : proposeClusters(scene, objects, { by, within, underBiggest: this.underBiggest() });
  });

  choose(by: string): void {
    this.by.set(by as Way);
    this.off.set([]);
  }
  toggleBiggest(): void {
    this.underBiggest.update((now) => !now);
    this.off.set([]);
  }
  setGap(field: HTMLInputElement): void {
    const n = Number(field.value.replace(',', '.'));
    if (Number.isFinite(n) && n >= 0) this.within.set(n);
    field.value = String(this.within());
  }
  sample(cluster: Cluster): string {
    return cluster.objects
      .slice(0, 3)
      .map((id) => this.data.scene.get(id).name)
      .join(', ');
  }
  chosen(): readonly Cluster[] {
    return this.clusters().filter((_, i) => !this.off.has(i));
  }
}
