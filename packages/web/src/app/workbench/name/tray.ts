import { Dialog } from '@angular/cdk/dialog';
import { Component, computed, inject } from '@angular/core';
import type { ClashPolicy } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { SeverityMark } from '../../ui/severity-mark';
import { BenchState } from './bench-state';
import { ReviewList, type ReviewLine } from './review-list';

/** What applying would do, in one line, and the ways out of a clash. */
@Component({
  selector: 'rq-tray',
  imports: [CountPipe, SeverityMark],
  template: `
    @if (bench.result(); as result) {
      <div
        class="flex min-h-[50px] flex-wrap items-center gap-x-4 gap-y-1 border-t-2 border-jonquil bg-sheet px-3.5 py-1.5"
        role="region"
        aria-label="What will change"
        data-testid="tray"
      >
        <strong class="text-[14px]" data-testid="tray-count"
          >{{ result.names.size | count: 'name' }} will change</strong
        >
        @if (clash(); as one) {
          <span class="flex min-w-0 items-center gap-1.5 font-semibold text-block" data-testid="tray-clash">
            <rq-severity of="blocker" /> {{ result.clashes.length | count: 'clash' : 'clashes' }}:
            <bdi class="max-w-60 truncate font-mono">{{ one.wanted }}</bdi>
          </span>
          <label class="flex items-center gap-1.5"
            ><span class="sr-only">On a clash</span>
            <select #policy class="field" data-testid="clash-policy" (change)="setPolicy(policy.value)">
              <option value="number-on" [selected]="bench.policy() === 'number-on'">
                will take the next free number
              </option>
              <option value="skip" [selected]="bench.policy() === 'skip'">will keep its old name</option>
              <option value="stop" [selected]="bench.policy() === 'stop'">stops everything</option>
            </select>
          </label>
        }
        @if (result.unchanged) {
          <span class="text-ink-2">{{ result.unchanged | count }} stay as they are</span>
        }
        <span class="flex-1"></span>
        <button type="button" class="btn btn-bare" (click)="bench.discard()">Discard</button>
        <button type="button" class="btn" [disabled]="!result.names.size" (click)="review()">
          Review list
        </button>
        <button
          type="button"
          class="btn btn-main"
          data-testid="apply"
          [disabled]="!result.names.size || bench.unresolved() > 0 || !open.mayEdit()"
          (click)="bench.apply()"
        >
          Apply as one edit
        </button>
      </div>
    }
  `,
})
export class Tray {
  readonly open = inject(OpenScene);
  readonly bench = inject(BenchState);
  readonly #dialog = inject(Dialog);
  readonly clash = computed(() => this.bench.result()?.clashes[0] ?? null);

  setPolicy(policy: string): void {
    this.bench.policy.set(policy as ClashPolicy);
  }
  review(): void {
    const result = this.bench.result();
    if (!result) return;
    const clashes = new Map(result.clashes.map((clash) => [clash.object, clash]));
    const lines = [...result.names].map(([id, after]): ReviewLine => {
      const clash = clashes.get(id);
      return {
        before: this.open.scene.get(id).name,
        after,
        clash: clash ? (clash.way === 'number-on' ? 'took the next number' : 'name is taken') : null,
      };
    });
    const ref = this.#dialog.open<boolean>(ReviewList, { data: lines, ariaLabel: 'Names that will change' });
    ref.closed.subscribe((apply) => {
      if (apply) this.bench.apply();
    });
  }
}
