import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** Widths of a sheet, by what is in it: a question, a form, a list with several columns, a table. */
const widths = { s: 'w-[420px]', m: 'w-[520px]', l: 'w-[620px]', xl: 'w-[760px]' } as const;

/**
 * What a dialog is drawn as: a heading, what it says beneath, its content, and a foot with what can be done (`foot`, the main
 * one last). Content that scrolls does so between the two. Around it stands a form, where there is one to send.
 */
@Component({
  selector: 'rq-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="border-b border-line px-4 py-3">
      <h2 class="text-title font-bold">{{ heading() }}</h2>
      @if (says()) {
        <p class="text-ink-2">{{ says() }}</p>
      }
    </header>
    <ng-content />
    @if (failure()) {
      <p class="px-4 pb-2 text-block" role="alert">{{ failure() }}</p>
    }
    <footer class="flex items-center justify-end gap-2 border-t border-line px-4 py-3">
      <ng-content select="[foot]" />
    </footer>
  `,
  host: { class: 'sheet max-w-[92vw]', '[class]': 'width()' },
})
export class Sheet {
  readonly heading = input.required<string>();
  readonly says = input('');
  /** What went wrong with what was asked for, in words. */
  readonly failure = input('');
  readonly size = input<keyof typeof widths>('m');
  readonly width = (): string => widths[this.size()];
}
