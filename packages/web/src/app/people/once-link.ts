import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { ToastList } from '../state/toast-list';

/** A secret that is shown once: a link or a token, to be copied now. */
@Component({
  selector: 'rq-once-link',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="card mt-3 border-jonquil bg-wash p-3" role="status" data-testid="shown-once">
      <p><ng-content /> It is shown once: copy it now.</p>
      <div class="mt-2 flex gap-2">
        <input
          #field
          class="field field-mono min-w-0 flex-1"
          readonly
          aria-label="What is shown once"
          data-testid="secret"
          [value]="whole()"
          (focus)="field.select()"
        />
        <button type="button" class="btn btn-main" (click)="copy(field)">
          {{ copied() ? 'Copied' : 'Copy' }}
        </button>
      </div>
    </div>
  `,
})
export class OnceLink {
  readonly #toasts = inject(ToastList);
  /** Where the link leads; none for a token that stands by itself. */
  readonly path = input<string>();
  readonly secret = input.required<string>();
  readonly copied = signal(false);
  // After the #, so that no server on the way and no log has it.
  readonly whole = computed(() => {
    const path = this.path();
    return path === undefined ? this.secret() : `${location.origin}${path}#${this.secret()}`;
  });

  copy(field: HTMLInputElement): void {
    field.select();
    navigator.clipboard.writeText(this.whole()).then(
      () => this.copied.set(true),
      () => this.#toasts.complain('The browser did not let it be copied: it is selected, copy it by Ctrl C.'),
    );
  }
}
