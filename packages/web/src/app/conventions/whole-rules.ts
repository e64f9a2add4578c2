import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { facings } from '@renquil/core/frames';
import type { Convention } from '@renquil/core/names';
import { ConventionDraft } from './convention-draft';

/** What holds for names as a whole: the separator, sides and facing, and what helpers begin with. */
@Component({
  selector: 'rq-whole-rules',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="text-head font-bold">Separator, sides and facing</h2>
    <div class="card mt-2 flex flex-wrap items-end gap-4 p-3.5 text-small">
      <label
        >Separator<input
          #separator
          class="field field-mono mt-0.5 block w-20"
          maxlength="3"
          [disabled]="!draft.mayEdit()"
          [value]="shown().separator"
          (change)="set({ separator: separator.value, ...(separator.value ? { humps: undefined } : {}) })"
      /></label>
      @if (!shown().separator) {
        <label
          >Capitals part slots
          <select
            #humps
            class="field mt-0.5 block"
            data-testid="humps"
            [disabled]="!draft.mayEdit()"
            (change)="set({ humps: $any(humps.value) || undefined })"
          >
            <option value="" [selected]="!shown().humps">no</option>
            <option value="camel" [selected]="shown().humps === 'camel'">frontLeftLamp</option>
            <option value="pascal" [selected]="shown().humps === 'pascal'">FrontLeftLamp</option>
          </select>
        </label>
      }
      <label
        >Assets face
        <select
          #facing
          class="field mt-0.5 block"
          [disabled]="!draft.mayEdit()"
          (change)="set({ facing: $any(facing.value) || undefined })"
        >
          <option value="" [selected]="!shown().facing">as names say</option>
          @for (one of facings; track one) {
            <option [value]="one" [selected]="one === shown().facing">{{ one }}</option>
          }
        </select>
      </label>
      <label
        >The middle is within, mm<input
          #slack
          type="number"
          min="0"
          class="field field-mono mt-0.5 block w-24"
          [disabled]="!draft.mayEdit()"
          [value]="(shown().slack ?? 0.005) * 1000"
          (change)="setSlack(slack.value)"
      /></label>
      <p class="max-w-80 text-ink-2">
        glTF 2.0: the front of an asset faces +Z and up is +Y, so its left is +X. Where the sides of an asset
        part is found for each asset.
      </p>
    </div>
    <h2 id="section-helpers" class="scroll-mt-4 pt-5 text-head font-bold">Helpers</h2>
    <div class="card mt-2 p-3.5 text-small">
      <label
        >Prefixes of what stays home<input
          #prefixes
          class="field field-mono mt-0.5 block w-80"
          [disabled]="!draft.mayEdit()"
          [value]="shown().helpers.prefixes.join(' ')"
          (change)="setPrefixes(prefixes.value)"
      /></label>
    </div>
  `,
  host: { class: 'block' },
})
export class WholeRules {
  readonly draft = inject(ConventionDraft);
  readonly shown = input.required<Convention>();
  readonly facings = facings;

  /** What is undefined is left out, as in a file. */
  set(fields: { readonly [K in keyof Convention]?: Convention[K] | undefined }): void {
    this.draft.edit((now) => {
      const said = Object.entries({ ...now, ...fields }).filter(([, value]) => value !== undefined);
      return Object.fromEntries(said) as unknown as Convention;
    });
  }
  setPrefixes(text: string): void {
    const prefixes = text.split(/[\s,]+/).filter(Boolean);
    this.set({ helpers: { prefixes } });
  }
  setSlack(text: string): void {
    const n = Number(text);
    if (text.trim() !== '' && n >= 0 && n <= 1_000_000) this.set({ slack: n / 1000 });
  }
}
