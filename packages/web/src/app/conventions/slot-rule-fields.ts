import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { wordCases, type SlotRule } from '@renquil/core/names';
import { ConventionDraft } from './convention-draft';
import { withSlot } from './convention-edits';
import { Tip } from '../ui/tip';
import { Tick } from '../ui/tick';

/** What may stand in a slot, beyond its words: how numbers are written, the case of words, and whether there are several. */
@Component({
  selector: 'rq-slot-rule-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tick, Tip],
  template: `
    @if (isNumber()) {
      <label class="flex items-center gap-1.5"
        >written as
        <select
          #letters
          class="field !h-6"
          data-testid="letters"
          [disabled]="!draft.mayEdit()"
          (change)="setLetters(letters.value)"
        >
          <option value="" [selected]="!rule().letters">digits</option>
          <option value="lower" [selected]="rule().letters === 'lower'">letters: a, b, c</option>
          <option value="upper" [selected]="rule().letters === 'upper'">letters: A, B, C</option>
        </select>
      </label>
      @if (!rule().letters) {
        <label class="flex items-center gap-1.5"
          >digits<input
            #digits
            type="number"
            class="field field-mono !h-6 w-14"
            data-testid="digits"
            [disabled]="!draft.mayEdit()"
            [value]="rule().digits"
            (change)="setWhole('digits', digits.value, 1, 12)"
        /></label>
        <rq-tick
          rqTip="Wider numbers fit too, without zeros before them: 1, 12, 345"
          testid="at-least"
          [disabled]="!draft.mayEdit()"
          [on]="rule().atLeast === true"
          (onChange)="set({ atLeast: $event || undefined })"
          >or more</rq-tick
        >
        <label class="flex items-center gap-1.5" rqTip="What the digits have before them, as the v of v02"
          >with<input
            #prefix
            class="field field-mono !h-6 w-14"
            maxlength="10"
            pattern="[A-Za-z]*"
            placeholder="none"
            data-testid="prefix"
            [disabled]="!draft.mayEdit()"
            [value]="rule().prefix ?? ''"
            (change)="setPrefix(prefix)"
          />before them</label
        >
      }
      <label class="flex items-center gap-1.5"
        >from<input
          #start
          type="number"
          class="field field-mono !h-6 w-16"
          [disabled]="!draft.mayEdit()"
          [value]="rule().start ?? 1"
          (change)="setWhole('start', start.value, 0, 999999)"
      /></label>
    } @else {
      @if (!rule().words && !draft.shown()?.humps) {
        <label class="flex items-center gap-1.5"
          >case
          <select
            #form
            class="field !h-6"
            [disabled]="!draft.mayEdit()"
            (change)="set({ case: $any(form.value) })"
          >
            @for (one of cases; track one) {
              <option [value]="one" [selected]="one === (rule().case ?? 'any')">{{ caseNames[one] }}</option>
            }
          </select>
        </label>
      }
      @if (!draft.shown()?.humps) {
        <label
          class="flex items-center gap-1.5"
          rqTip="Empty: one word. Else several, with this between them: index_finger_tip"
          >several words with<input
            #joint
            class="field field-mono !h-6 w-14"
            maxlength="3"
            placeholder="no"
            data-testid="joint"
            [disabled]="!draft.mayEdit()"
            [value]="rule().joint ?? ''"
            (change)="setJoint(joint)"
          />between</label
        >
      }
    }
  `,
  host: { class: 'contents' },
})
export class SlotRuleFields {
  readonly draft = inject(ConventionDraft);
  readonly slot = input.required<string>();
  readonly rule = computed<SlotRule>(() => this.draft.shown()?.slots[this.slot()] ?? {});
  readonly isNumber = computed(() => this.rule().digits !== undefined || this.rule().letters !== undefined);
  readonly cases = wordCases;
  readonly caseNames = {
    camel: 'hatchCover',
    pascal: 'HatchCover',
    lower: 'small letters',
    upper: 'CAPITALS',
    any: 'any',
  } as const;

  set(fields: { readonly [K in keyof SlotRule]?: SlotRule[K] | undefined }): void {
    this.draft.edit((now) =>
      withSlot(now, this.slot(), { ...now.slots[this.slot()]!, ...fields } as SlotRule),
    );
  }
  setWhole(field: 'digits' | 'start', text: string, least: number, most: number): void {
    const n = Number(text);
    if (text.trim() !== '' && Number.isInteger(n)) this.set({ [field]: Math.max(least, Math.min(most, n)) });
  }
  setLetters(value: string): void {
    if (value === 'lower' || value === 'upper')
      this.set({ letters: value, digits: undefined, atLeast: undefined, prefix: undefined });
    else this.set({ letters: undefined, digits: 2 });
  }
  setPrefix(field: HTMLInputElement): void {
    if (/^[A-Za-z]*$/.test(field.value)) this.set({ prefix: field.value || undefined });
    else field.value = this.rule().prefix ?? '';
  }
  /** A letter or digit between words could not be told from them. */
  setJoint(field: HTMLInputElement): void {
    if (/^[^A-Za-z0-9]*$/.test(field.value)) this.set({ joint: field.value || undefined });
    else field.value = this.rule().joint ?? '';
  }
}
