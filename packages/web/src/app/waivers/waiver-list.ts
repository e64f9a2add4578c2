import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { WaiverInfo } from '@renquil/api';
import { checkOf, sayUntil, type Check } from '@renquil/core/checks';
import type { CompiledConvention } from '@renquil/core/names';
import { Api } from '../state/api';
import { ToastList } from '../state/toast-list';
import { Doing } from '../ui/doing';
import { SureButton } from '../ui/sure-button';

/** Waivers in lines: what is let pass, why and how long; a lead decides, whoever asked may take it back. */
@Component({
  selector: 'rq-waiver-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SureButton],
  template: `
    <ul>
      @for (one of of(); track one.id) {
        <li class="border-b border-line py-2 last:border-0" data-testid="waiver">
          <p class="flex items-baseline gap-2">
            <strong class="min-w-0 truncate">{{ titleOf(one) }}</strong>
            <span class="chip" [class.text-warn]="one.state === 'asked'">{{ one.state }}</span>
            @if (isIdle(one)) {
              <span class="text-small text-ink-2" data-testid="idle">meets nothing now</span>
            }
          </p>
          <bdi class="block truncate font-mono text-small text-ink-2">{{ aboutOf(one) }}</bdi>
          <p class="break-words">
            <bdi>{{ one.reason }}</bdi>
          </p>
          <p class="text-small text-ink-2">
            {{ one.askedBy
            }}{{ one.decidedBy && one.decidedBy !== one.askedBy ? ', decided by ' + one.decidedBy : '' }};
            {{ until(one) }}{{ one.note ? '; ' + one.note : '' }}
          </p>
          <p class="mt-1 flex gap-2">
            @if (isLead() && one.state === 'asked') {
              <button
                type="button"
                class="btn btn-main"
                [disabled]="doing.busy()"
                (click)="decide(one, 'granted')"
              >
                Waive
              </button>
              <button type="button" class="btn" [disabled]="doing.busy()" (click)="decide(one, 'refused')">
                Refuse
              </button>
            } @else if ((isLead() && one.state === 'granted') || (one.mine && one.state === 'asked')) {
              <rq-sure-button
                [ask]="one.state === 'asked' ? 'Ask no more?' : 'It counts again.'"
                [yes]="one.state === 'asked' ? 'Take back' : 'Clear'"
                [disabled]="doing.busy()"
                (sure)="decide(one, 'cleared')"
                >{{ one.state === 'asked' ? 'Take back' : 'Clear' }}</rq-sure-button
              >
            }
          </p>
        </li>
      }
    </ul>
  `,
  host: { class: 'block' },
})
export class WaiverList {
  readonly #api = inject(Api);
  readonly of = input.required<readonly WaiverInfo[]>();
  readonly isLead = input(false);
  /** Where a convention is known, checks are called as it calls them. */
  readonly convention = input<CompiledConvention | null>(null);
  /** Those that let something pass now; null: nobody looked. */
  readonly used = input<ReadonlySet<number> | null>(null);
  readonly decided = output();
  readonly doing = new Doing((error) => this.#toasts.complain(error));
  readonly #toasts = inject(ToastList);
  readonly #titles = computed(() => {
    const convention = this.convention();
    return (check: string): Check | undefined => checkOf(convention, check);
  });

  titleOf({ scope }: WaiverInfo): string {
    return this.#titles()(scope.check)?.title ?? scope.check;
  }
  aboutOf({ scope }: WaiverInfo): string {
    if (scope.of === 'query') return scope.where ?? '';
    return scope.of === 'branch' ? `${scope.path}/…` : (scope.path ?? '');
  }
  until(one: WaiverInfo): string {
    return sayUntil(one.until);
  }
  isIdle(one: WaiverInfo): boolean {
    const used = this.used();
    return used !== null && one.state === 'granted' && !used.has(one.id);
  }
  decide(one: WaiverInfo, state: 'granted' | 'refused' | 'cleared'): void {
    void this.doing.run(
      () => this.#api.decideWaiver(one.scene.id, one.id, { state }),
      () => this.decided.emit(),
    );
  }
}
