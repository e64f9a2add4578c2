import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { readParameter, saidRange, sayParameter, type Parameter } from '@renquil/core/checks';
import { Tip } from '../ui/tip';

/** One parameter of a check as its declaration says: its field, unit and text; what it does not take is said and not kept. */
@Component({
  selector: 'rq-parameter-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tip],
  template: `
    @let it = parameter();
    <label class="flex items-start gap-1.5 text-small text-ink-2" [rqTip]="hint()">
      <span class="mt-1 w-16 shrink-0">{{ key() }}</span>
      @switch (shape()) {
        @case ('switch') {
          <input
            #on
            type="checkbox"
            class="mt-1.5"
            [disabled]="!mayEdit()"
            [checked]="value() === true"
            (change)="changed.emit(on.checked)"
          />
        }
        @case ('choice') {
          <select #choice class="field !h-6" [disabled]="!mayEdit()" (change)="changed.emit(choice.value)">
            @for (text of choices(); track text) {
              <option [value]="text" [selected]="text === value()">{{ text }}</option>
            }
          </select>
        }
        @case ('lines') {
          <textarea
            #lines
            class="field field-mono !h-auto w-56 py-1"
            [rows]="rows()"
            [placeholder]="range()"
            [disabled]="!mayEdit()"
            [attr.aria-invalid]="wrong() !== null"
            [value]="said()"
            (change)="read(lines.value)"
          ></textarea>
        }
        @default {
          <input
            #line
            class="field field-mono !h-6"
            [class]="it.type === 'number' ? 'w-24' : 'w-44'"
            [placeholder]="range()"
            [attr.inputmode]="it.type === 'number' ? 'decimal' : null"
            [disabled]="!mayEdit()"
            [attr.aria-invalid]="wrong() !== null"
            [value]="said()"
            (change)="read(line.value)"
          />
        }
      }
      @if (it.type === 'number') {
        <span class="mt-1">{{ it.unit }}</span>
      }
    </label>
    @if (wrong(); as text) {
      <p class="ml-[70px] max-w-72 text-small text-block" role="alert">{{ text }}</p>
    }
  `,
})
export class ParameterField {
  readonly key = input.required<string>();
  readonly parameter = input.required<Parameter>();
  readonly value = input.required<unknown>();
  readonly mayEdit = input(true);
  readonly changed = output<unknown>();

  readonly wrong = signal<string | null>(null);
  readonly said = computed(() => sayParameter(this.parameter(), this.value()));
  readonly hint = computed(() => `${this.parameter().text} ${saidRange(this.parameter())}.`);
  readonly range = computed(() => saidRange(this.parameter()));
  readonly rows = computed(() => Math.min(6, Math.max(2, this.said().split('\n').length)));
  readonly choices = computed(() => {
    const parameter = this.parameter();
    return parameter.type === 'choice' ? parameter.of : [];
  });
  readonly shape = computed(() => {
    const { type } = this.parameter();
    if (type === 'switch' || type === 'choice') return type;
    return ['groups', 'kinds-by-kind', 'values', 'anchors'].includes(type) ? 'lines' : 'line';
  });
  read(text: string): void {
    const read = readParameter(this.parameter(), text);
    this.wrong.set(read.ok ? null : read.wrong);
    if (read.ok) this.changed.emit(read.value);
  }
}
