import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  checkRegistry,
  families,
  type Check,
  type Family,
  type Parameter,
  type Severity,
} from '@renquil/core/checks';
import type { CheckSetting } from '@renquil/core/names';
import { ConventionDraft } from './convention-draft';
import { withCheck } from './convention-edits';
import { ParameterField } from './parameter-field';
import { Tip } from '../ui/tip';

/** Every check with its severity here, and its parameters. */
@Component({
  selector: 'rq-check-settings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ParameterField, Tip],
  template: `
    @for (family of families; track family) {
      <h3 class="mt-3 mb-1 font-bold capitalize first:mt-0">{{ family }}</h3>
      <table class="w-full">
        @for (check of of(family); track check.id) {
          <tr class="border-b border-line/70">
            <td class="w-48 py-2 pr-2 align-top" [rqTip]="check.source">{{ check.title }}</td>
            <td class="py-1 pr-2">
              @for (one of parametersOf(check); track one.key) {
                <rq-parameter-field
                  [key]="one.key"
                  [parameter]="one.parameter"
                  [value]="one.value"
                  [mayEdit]="draft.mayEdit()"
                  (changed)="setParameter(check, one.key, $event)"
                />
              }
            </td>
            <td class="w-32 py-1 text-right align-top">
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
  readonly families = families.filter((one) => of(one).length > 0);
  readonly severities = ['blocker', 'warning', 'note', 'off'] as const;
  readonly settings = computed(() => this.draft.shown()?.checks ?? {});

  readonly of = of;
  now(check: Check): Severity | 'off' {
    return this.settings()[check.id]?.severity ?? (check.onRequest ? 'off' : check.severity);
  }
  parametersOf(check: Check): { key: string; parameter: Parameter; value: unknown }[] {
    const set = this.settings()[check.id]?.parameters ?? {};
    return Object.entries(check.parameters).map(([key, parameter]) => {
      return { key, parameter, value: Object.hasOwn(set, key) ? set[key] : parameter.shipped };
    });
  }
  setSeverity(check: Check, severity: string): void {
    const shipped = check.onRequest ? 'off' : check.severity;
    const { severity: _old, ...rest } = this.#setting(check);
    this.#put(check, severity === shipped ? rest : { ...rest, severity: severity as Severity });
  }
  /** What is as shipped is not written. */
  setParameter(check: Check, key: string, value: unknown): void {
    const { shipped } = check.parameters[key]!;
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

function of(family: Family): Check[] {
  return checkRegistry.filter((check) => check.family === family);
}
