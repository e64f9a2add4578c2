import { CdkConnectedOverlay, type CdkOverlayOrigin } from '@angular/cdk/overlay';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** Under a field: somebody else has changed what it was opened on. Both texts, and a choice. */
@Component({
  selector: 'rq-meanwhile',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkConnectedOverlay],
  template: `
    <ng-template cdkConnectedOverlay [cdkConnectedOverlayOrigin]="origin()" [cdkConnectedOverlayOpen]="true">
      <div
        class="sheet mt-1 flex max-w-xl flex-col gap-2 border-warn p-2.5"
        role="alertdialog"
        aria-label="It was changed meanwhile"
        data-testid="meanwhile"
        (keydown.escape)="theirs.emit()"
        (mousedown)="$event.preventDefault()"
      >
        <p>
          {{ by() || 'Somebody else' }} made it
          <bdi class="font-mono font-bold">{{ theirText() || 'nothing' }}</bdi> while you typed
          <bdi class="font-mono font-bold">{{ mineText() || 'nothing' }}</bdi>.
        </p>
        <div class="flex flex-wrap justify-end gap-2">
          <button type="button" class="btn !h-6" data-testid="keep-theirs" (click)="theirs.emit()">
            Leave it as it is
          </button>
          <button type="button" class="btn btn-main !h-6" data-testid="use-mine" (click)="mine.emit()">
            Use what I typed
          </button>
        </div>
      </div>
    </ng-template>
  `,
})
export class Meanwhile {
  readonly origin = input.required<CdkOverlayOrigin>();
  readonly by = input('');
  readonly theirText = input.required<string>();
  readonly mineText = input.required<string>();
  readonly theirs = output();
  readonly mine = output();
}
