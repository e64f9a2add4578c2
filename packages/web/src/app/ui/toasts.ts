import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideX } from '@ng-icons/lucide';
import { ToastList } from '../state/toast-list';

/** The lines that are shown for a while; failures are alerts. */
@Component({
  selector: 'rq-toasts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgIcon, NgTemplateOutlet],
  viewProviders: [provideIcons({ lucideX })],
  template: `
    <!-- What went wrong interrupts; what went well waits for its turn (WAI-ARIA 1.2, alert and status). -->
    <div class="fixed bottom-14 left-1/2 z-50 flex -translate-x-1/2 flex-col items-center gap-2">
      @for (toast of bad(); track toast.id) {
        <div
          class="flex max-w-xl items-start gap-3 rounded-lg border border-block bg-sheet px-3 py-2 text-block"
          role="alert"
          data-testid="toast"
        >
          <ng-container [ngTemplateOutlet]="inside" [ngTemplateOutletContext]="{ $implicit: toast }" />
        </div>
      }
      <div class="flex flex-col items-center gap-2" role="status">
        @for (toast of good(); track toast.id) {
          <div
            class="flex max-w-xl items-start gap-3 rounded-lg border border-spruce bg-spruce px-3 py-2 text-on-spruce"
            data-testid="toast"
          >
            <ng-container [ngTemplateOutlet]="inside" [ngTemplateOutletContext]="{ $implicit: toast }" />
          </div>
        }
      </div>
    </div>
    <ng-template #inside let-toast>
      <span>{{ toast.text }}</span>
      <button type="button" class="mt-px" aria-label="Put this message away" (click)="list.dismiss(toast.id)">
        <ng-icon name="lucideX" />
      </button>
    </ng-template>
  `,
})
export class Toasts {
  readonly list = inject(ToastList);
  readonly bad = computed(() => this.list.toasts().filter((toast) => toast.bad));
  readonly good = computed(() => this.list.toasts().filter((toast) => !toast.bad));
}
