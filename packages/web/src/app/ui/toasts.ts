import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideX } from '@ng-icons/lucide';
import { ToastList } from '../state/toast-list';

@Component({
  selector: 'rq-toasts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgIcon],
  viewProviders: [provideIcons({ lucideX })],
  template: `
    <!-- What went wrong interrupts; what went well waits for its turn (WAI-ARIA 1.2, alert and status). -->
    <div
      class="fixed bottom-14 left-1/2 z-50 flex -translate-x-1/2 flex-col items-center gap-2"
      role="status"
    >
      @for (toast of list.toasts(); track toast.id) {
        <div
          class="flex max-w-xl items-start gap-3 rounded-lg border px-3 py-2"
          [class]="toast.bad ? 'border-block bg-sheet text-block' : 'border-spruce bg-spruce text-on-spruce'"
          [attr.role]="toast.bad ? 'alert' : null"
          data-testid="toast"
        >
          <span>{{ toast.text }}</span>
          <button
            type="button"
            class="mt-px"
            aria-label="Put this message away"
            (click)="list.dismiss(toast.id)"
          >
            <ng-icon name="lucideX" />
          </button>
        </div>
      }
    </div>
  `,
})
export class Toasts {
  readonly list = inject(ToastList);
}
