import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { SignInAgain } from '../people/sign-in-again';
import { OpenScene } from '../state/open-scene';
import { Tip } from '../ui/tip';

/** Whether what was done here is saved, in words; where something is in the way, a button that does what helps. */
@Component({
  selector: 'rq-save-status',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tip],
  template: `
    <span class="block" role="status" data-testid="saving">
      @if (isWell()) {
        <span class="block min-w-12 text-right text-small text-on-spruce/75">{{ open.saving() }}</span>
      } @else {
        <button
          type="button"
          class="flex h-[26px] items-center rounded-md bg-jonquil px-2 text-small font-semibold whitespace-nowrap text-on-jonquil"
          [rqTip]="open.status().because"
          data-testid="save-again"
          (click)="help()"
        >
          {{ open.saving() }}
        </button>
      }
    </span>
  `,
})
export class SaveStatusBox {
  readonly open = inject(OpenScene);
  readonly #dialog = inject(Dialog);
  readonly isWell = computed(() => ['saved', 'sending'].includes(this.open.status().state));
  readonly #isSignedOut = computed(() => this.open.status().state === 'signed-out');

  constructor() {
    // Asked once, in place; who puts it away finds it again behind the button.
    effect(() => {
      if (this.#isSignedOut()) untracked(() => this.help());
    });
  }
  help(): void {
    if (!this.#isSignedOut()) return this.open.resume();
    if (this.#dialog.openDialogs.some(({ id }) => id === 'sign-in-again')) return;
    const ref = this.#dialog.open<boolean>(SignInAgain, {
      id: 'sign-in-again',
      ariaLabel: 'Sign in again',
      data: { waiting: this.open.status().waiting },
    });
    ref.closed.subscribe((done) => {
      if (done) this.open.resume();
    });
  }
}
