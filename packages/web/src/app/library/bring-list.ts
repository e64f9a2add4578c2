import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { BytesPipe } from '../ui/bytes';
import { CountPipe } from '../ui/count';
import { SeverityMark } from '../ui/severity-mark';
import { BringIn } from './bring-in';

/** Scenes that are brought in: how far each is, and what became of it. */
@Component({
  selector: 'rq-bring-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BytesPipe, CountPipe, RouterLink, SeverityMark],
  template: `
    <ul class="mt-4 flex flex-col gap-2" aria-label="Brought in">
      @for (row of bring.rows(); track row.key) {
        <li>
          @switch (row.state) {
            @case ('failed') {
              <div
                class="flex items-start gap-3 rounded-[10px] border border-block bg-sheet p-4"
                role="alert"
                data-testid="bring-error"
              >
                <rq-severity of="blocker" class="mt-1" />
                <span class="min-w-0 flex-1"
                  ><strong class="block truncate">{{ row.what }} was not brought in</strong
                  ><bdi>{{ row.text }}</bdi> Nothing was stored.</span
                >
                <button type="button" class="btn" (click)="bring.putAway(row.key)">Put away</button>
              </div>
            }
            @case ('busy') {
              <div class="card flex items-center gap-4 p-4" role="status" data-testid="bringing">
                <span class="min-w-0 flex-1">
                  <strong class="block truncate">{{ row.what }}</strong>
                  <span class="text-ink-2"
                    >{{ row.stage
                    }}{{
                      row.total
                        ? ', ' +
                          (row.stage === 'Sending'
                            ? (row.done | bytes) + ' of ' + (row.total | bytes)
                            : (row.done | count) + ' of ' + (row.total | count))
                        : ''
                    }}</span
                  >
                  @if (row.holds) {
                    <span class="block text-small text-ink-2">{{ row.holds }}</span>
                  }
                  <span class="mt-1.5 block h-1.5 overflow-hidden rounded-full bg-sunk"
                    ><span
                      class="block h-full bg-jonquil"
                      [style.width.%]="row.total ? (100 * row.done) / row.total : 5"
                    ></span
                  ></span>
                </span>
                <button type="button" class="btn" (click)="bring.cancel(row.key)">Cancel</button>
              </div>
            }
            @default {
              <div
                class="card flex items-center gap-3 px-4 py-2.5"
                data-testid="brought"
                [attr.data-state]="row.state"
              >
                @if (row.state === 'done') {
                  <rq-severity of="clear" />
                }
                <span class="min-w-0 flex-1">
                  <strong class="block truncate">{{ row.what }}</strong>
                  <bdi class="text-ink-2">{{ row.text || row.stage }}</bdi>
                  @if (row.holds) {
                    <span class="block text-small text-ink-2">{{ row.holds }}</span>
                  }
                </span>
                @if (row.state === 'waiting') {
                  <button type="button" class="btn" (click)="bring.cancel(row.key)">Cancel</button>
                } @else {
                  @if (row.scene) {
                    <a class="btn" [routerLink]="['/scenes', row.scene, 'name']">Open</a>
                  }
                  <button type="button" class="btn btn-bare" (click)="bring.putAway(row.key)">
                    Put away
                  </button>
                }
              </div>
            }
          }
        </li>
      }
    </ul>
  `,
})
export class BringList {
  readonly bring = inject(BringIn);
}
