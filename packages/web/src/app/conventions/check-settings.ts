import { Component, computed, inject } from '@angular/core';
import { checkRegistry, type Check, type CheckSetting, type Severity } from '@renquil/core';
import { ConventionDraft } from './convention-draft';
import { withCheck } from './convention-edits';

/** Every check with its severity here, and its parameters. */
@Component({
  selector: 'rq-check-settings',
  template: `
    @for (family of families; track family) {
      <h3 class="mt-3 mb-1 font-bold capitalize first:mt-0">{{ family }}</h3>
      <table class="w-full">
        @for (check of of(family); track check.id) {
          <tr class="border-b border-line/70">
            <td class="py-1 pr-2" [title]="check.source">{{ check.title }}</td>
            <td class="py-1 pr-2">
              @for (one of parametersOf(check); track one.key) {
                <label class="mr-2 inline-flex items-center gap-1 text-[12px] text-ink-2"
                  >{{ one.key }}
                  @if (check.choices?.[one.key]; as choices) {
                    <select
                      #choice
                      class="field !h-6"
                      [disabled]="!draft.mayEdit()"
                      (change)="setParameter(check, one.key, choice.value)"
                    >
                      @for (text of choices; track text) {
                        <option [value]="text" [selected]="text === one.text">{{ text }}</option>
                      }
                    </select>
                  } @else {
                    <input
                      #value
                      class="field field-mono !h-6 w-28"
                      [disabled]="!draft.mayEdit()"
                      [value]="one.text"
                      (change)="setParameter(check, one.key, value.value)"
                    />
                  }
                </label>
              }
            </td>
            <td class="w-32 py-1 text-right">
              <select
                #severity
                class="field !h-6"
                [disabled]="!draft.mayEdit()"
                [attr.aria-label]="'Severity of ' + check.title"
                (change)="setSeverity(check, severity.value)"
              >
                @for (one of severities; track one) {
                  <option [value]="one" [selected]="one === now(check)">{{ one }}</option>
                }
              </select>
            </td>
          </tr>
        }
      </table>
    }
  `,
})
export class CheckSettings {
  readonly draft = inject(ConventionDraft);
  readonly families = ['names', 'hierarchy', 'transforms', 'content'] as const;
  readonly severities = ['blocker', 'warning', 'note', 'off'] as const;
  readonly settings = computed(() => this.draft.shown()?.checks ?? {});

  of(family: string): Check[] {
    return checkRegistry.filter((check) => check.family === family);
  }
  now(check: Check): Severity | 'off' {
    return this.settings()[check.id]?.severity ?? (check.onRequest ? 'off' : check.severity);
  }
  parametersOf(check: Check): { key: string; text: string }[] {
    const set = this.settings()[check.id]?.parameters ?? {};
    return Object.entries(check.parameters ?? {}).map(([key, value]) => {
      const now = key in set ? set[key] : value;
      return { key, text: sayParameter(now) };
    });
  }
  setSeverity(check: Check, severity: string): void {
    const shipped = check.onRequest ? 'off' : check.severity;
    const { severity: _old, ...rest } = this.#setting(check);
    this.#put(check, severity === shipped ? rest : { ...rest, severity: severity as Severity });
  }
  /** Read as what the check ships with: a number, yes or no, a list, or a text. */
  setParameter(check: Check, key: string, text: string): void {
    const shipped = check.parameters![key];
    const value = readAs(shipped, text);
    const { [key]: _old, ...others } = this.#setting(check).parameters ?? {};
    const parameters =
      JSON.stringify(value) === JSON.stringify(shipped) ? others : { ...others, [key]: value };
    const { parameters: _gone, ...rest } = this.#setting(check);
    this.#put(check, Object.keys(parameters).length ? { ...rest, parameters } : rest);
  }
  #setting(check: Check): CheckSetting {
    return this.settings()[check.id] ?? {};
  }
  #put(check: Check, setting: CheckSetting): void {
    this.draft.edit((now) => withCheck(now, check.id, setting));
  }
}

export function sayParameter(value: unknown): string {
  if (Array.isArray(value) && value.every((one) => typeof one !== 'object')) return value.join(', ');
  return typeof value === 'object' && value !== null ? JSON.stringify(value) : String(value);
}

/** A typed parameter as the kind of value the check ships with; what cannot be read so stays as shipped. */
export function readAs(shipped: unknown, text: string): unknown {
  if (typeof shipped === 'number')
    return text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : shipped;
  if (typeof shipped === 'boolean') return /^(?:true|yes|1)$/i.test(text.trim());
  if (Array.isArray(shipped) && shipped.every((one) => typeof one !== 'object'))
    return text
      .split(',')
      .map((one) => one.trim())
      .filter(Boolean);
  if (typeof shipped === 'object' && shipped !== null) {
    try {
      return JSON.parse(text) as unknown;
    } catch {
      return shipped;
    }
  }
  return text;
}
