import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { ClashPolicy } from '@renquil/core/names/recipe';
import type { ObjectId } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { count, CountPipe } from '../../ui/count';
import { SeverityMark } from '../../ui/severity-mark';
import { BenchState } from './bench-state';
import { ProposeState } from './propose-state';
import { ReviewList, type Review, type ReviewLine } from './review-list';

/** What applying would do, in one line, and the ways out of a clash. */
@Component({
  selector: 'rq-tray',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, SeverityMark],
  template: `
    @if (shown(); as result) {
      <div
        class="flex min-h-[50px] flex-wrap items-center gap-x-4 gap-y-1 border-t-2 border-jonquil bg-sheet px-3.5 py-1.5"
        role="region"
        aria-label="What will change"
        data-testid="tray"
      >
        <strong class="text-lead" data-testid="tray-count"
          >{{ result.names.size | count: 'name' }} will change</strong
        >
        @if (clash(); as one) {
          <span class="flex min-w-0 items-center gap-1.5 font-semibold text-block" data-testid="tray-clash">
            <rq-severity of="blocker" /> {{ result.clashes.length | count: 'clash' : 'clashes' }}:
            <bdi class="max-w-60 truncate font-mono">{{ one.wanted }}</bdi>
          </span>
          @if (propose.on()) {
            <span>will take the next free number</span>
          } @else {
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
        }
        @if (result.says) {
          <span class="text-ink-2">{{ result.says }}</span>
        }
        <span class="flex-1"></span>
        <button type="button" class="btn btn-bare" (click)="discard()">Discard</button>
        <button type="button" class="btn" [disabled]="!result.names.size" (click)="review()">
          Review list
        </button>
        <button
          type="button"
          class="btn btn-main"
          data-testid="apply"
          [disabled]="!result.names.size || bench.unresolved() > 0 || !open.mayEdit()"
          (click)="apply()"
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
  readonly propose = inject(ProposeState);
  /** What would change: by the proposals while they are shown, else by the bench. */
  readonly shown = computed(() => {
    if (this.propose.on()) {
      if (!this.propose.made()) return null;
      const { unsure, open, fit } = this.propose.counts();
      const says = [
        ...(unsure ? [`${count(unsure)} not sure`] : []),
        ...(open ? [`${count(open)} open`] : []),
        ...(fit ? [`${count(fit)} already right`] : []),
      ].join(', ');
      return { ...this.propose.result(), says };
    }
    const result = this.bench.result();
    return (
      result && { ...result, says: result.unchanged ? `${count(result.unchanged)} stay as they are` : '' }
    );
  });
  readonly clash = computed(() => this.shown()?.clashes[0] ?? null);

  setPolicy(policy: string): void {
    this.bench.policy.set(policy as ClashPolicy);
  }
  discard(): void {
    if (this.propose.on()) this.propose.discard();
    else this.bench.discard();
  }
  apply(): void {
    if (this.propose.on()) this.propose.apply();
    else this.bench.apply();
  }
  review(): void {
    const result = this.shown();
    if (!result) return;
    const clashes = new Map(result.clashes.map((clash) => [clash.object, clash]));
    const lineOf = (id: ObjectId): ReviewLine => {
      const clash = clashes.get(id);
      return {
        before: this.open.scene.get(id).name,
        after: result.names.get(id)!,
        clash: clash ? (clash.way === 'number-on' ? 'took the next number' : 'name is taken') : null,
      };
    };
    const data: Review = { ids: [...result.names.keys()], lineOf };
    const ref = this.#dialog.open<boolean>(ReviewList, { data, ariaLabel: 'Names that will change' });
    ref.closed.subscribe((apply) => {
      if (apply) this.apply();
    });
  }
}
