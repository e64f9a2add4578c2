import { Dialog } from '@angular/cdk/dialog';
import { CdkDrag, CdkDropList } from '@angular/cdk/drag-drop';
import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, inject, ViewContainerRef } from '@angular/core';
import type { StepId } from '@renquil/core/names/recipe';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { BenchState } from './bench-state';
import { NamesSheet } from './names-sheet';
import { RecipeMenu } from './recipe-menu';
import { StepCard } from './step-card';
import { stepKinds } from './step-kinds';
import { MenuItem } from '../../ui/menu-item';
import { MenuPanel } from '../../ui/menu-panel';

/** The rename bench: steps in order, each with how many names it changes; the ledger shows the outcome in place. */
@Component({
  selector: 'rq-bench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDropList, CdkMenuTrigger, CountPipe, MenuItem, MenuPanel, RecipeMenu, StepCard],
  template: `
    <div class="flex items-baseline gap-2 px-3.5 pt-3.5 pb-2">
      <h2 class="text-lead font-bold whitespace-nowrap">Rename bench</h2>
      <span class="min-w-0 truncate text-ink-2" data-testid="bench-target">
        on
        @switch (bench.target()) {
          @case ('picked') {
            what is picked, {{ bench.count() | count: 'object' }}
          }
          @case ('shown') {
            what the filter shows, {{ bench.count() | count: 'object' }}
          }
          @case ('all') {
            the whole scene, {{ bench.count() | count: 'object' }}
          }
        }
      </span>
      <span class="flex-1"></span>
      <button type="button" class="btn btn-bare" data-testid="names-sheet" (click)="sheet()">Sheet</button>
      <rq-recipe-menu />
    </div>
    <div
      class="flex min-h-0 flex-1 flex-col gap-2 overflow-y-auto px-3.5 pb-3"
      cdkDropList
      (cdkDropListDropped)="bench.move($event.previousIndex, $event.currentIndex - $event.previousIndex)"
    >
      @for (step of bench.steps(); track $index; let i = $index) {
        <rq-step-card cdkDrag cdkDragLockAxis="y" [step]="step" [index]="i" />
      } @empty {
        <p class="text-ink-2">
          Steps change many names at once: swap a word, number, add text. Pick objects first, or filter, or
          leave it to the whole scene. Nothing changes before you apply.
        </p>
      }
      @if (bench.error()) {
        <p class="text-block" role="alert" data-testid="bench-error">{{ bench.error() }}</p>
      }
      <div class="flex items-center justify-between">
        <button
          type="button"
          class="btn"
          [cdkMenuTriggerFor]="kinds"
          [disabled]="!open.mayEdit()"
          data-testid="add-step"
        >
          + Add step
        </button>
        @if (bench.result(); as result) {
          <span class="text-small text-ink-2"
            >{{ bench.steps().length | count: 'step' }}, previewed in
            {{ result.took < 1 ? 'under 1' : result.took.toFixed(0) }} ms</span
          >
        }
      </div>
    </div>
    <ng-template #kinds>
      <div rqMenu>
        @for (kind of stepKinds; track kind[0]) {
          <button class="!h-[26px]" rqMenuItem (chosen)="add(kind[0])">
            {{ kind[1].title }}
          </button>
        }
      </div>
    </ng-template>
  `,
  host: { class: 'flex h-full min-h-0 flex-col' },
})
export class Bench {
  readonly #dialog = inject(Dialog);
  readonly #view = inject(ViewContainerRef);
  readonly open = inject(OpenScene);
  readonly bench = inject(BenchState);
  readonly stepKinds = Object.entries(stepKinds);

  add(kind: string): void {
    this.bench.add(kind as StepId);
  }
  sheet(): void {
    this.#dialog.open(NamesSheet, { ariaLabel: 'Names as a sheet', viewContainerRef: this.#view });
  }
}
