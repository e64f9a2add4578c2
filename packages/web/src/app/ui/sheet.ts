import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** Widths of a sheet, by what is in it: a question, a form, a list with several columns, a table. */
const widths = { s: 'w-[420px]', m: 'w-[520px]', l: 'w-[640px]', xl: 'w-[760px]' } as const;

/**
 * What a dialog is drawn as: a heading, with what it says beneath and controls beside it (`head`), its content, and a foot
 * (rq-sheet-foot). What scrolls does so between them. Around it stands a form, where there is one to send.
 */
@Component({
  selector: 'rq-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="border-b border-line px-4 py-3">
      <div class="flex flex-wrap items-center gap-3">
        <h2 class="text-title font-bold">
          <bdi>{{ heading() }}</bdi>
        </h2>
        <ng-content select="[head]" />
      </div>
      @if (says()) {
        <p class="text-ink-2">{{ says() }}</p>
      }
    </header>
    <ng-content />
    @if (failure()) {
      <p class="px-4 py-2 text-block" role="alert">{{ failure() }}</p>
    }
    <ng-content select="rq-sheet-foot" />
  `,
  host: { class: 'sheet max-w-[94vw]', '[class]': 'width()' },
})
export class Sheet {
  readonly heading = input.required<string>();
  readonly says = input('');
  /** What went wrong with what was asked for, in words. */
  readonly failure = input('');
  readonly size = input<keyof typeof widths>('m');
  readonly width = (): string => widths[this.size()];
}

/** What can be done with a sheet, the main thing last. */
@Component({
  selector: 'rq-sheet-foot',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ng-content />`,
  host: { class: 'flex flex-wrap items-center justify-end gap-2 border-t border-line px-4 py-3' },
})
export class SheetFoot {}
