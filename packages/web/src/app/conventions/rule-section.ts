import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { HouseRule } from '@renquil/core/checks';
import { ruleCheckId } from '@renquil/core/checks';
import { CountPipe } from '../ui/count';
import { SeverityMark } from '../ui/severity-mark';
import { filledIn } from '../ui/validators';
import { ConventionDraft } from './convention-draft';
import { withRule, withoutRule } from './convention-edits';
import { freeRuleId, sayDemand } from './rule-fields';
import { RuleForm } from './rule-form';

/** Checks of the studio's own: each in a line, with what it finds in the project; one is open to be changed. */
@Component({
  selector: 'rq-rule-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, ReactiveFormsModule, RuleForm, SeverityMark],
  template: `
    <h2 class="flex items-baseline gap-3 text-head font-bold">
      Rules of the house
      <span class="text-small font-normal text-ink-2">checks of your own, said with filters</span>
    </h2>
    <div class="card mt-2 px-3.5 py-1.5">
      @for (rule of rules(); track rule.id) {
        <div class="border-b border-line/70 last:border-b-0" data-testid="rule">
          <button
            type="button"
            class="grid w-full grid-cols-[18px_minmax(0,1fr)_auto] items-center gap-x-2 py-2 text-left"
            [attr.aria-expanded]="open() === rule.id"
            (click)="open.set(open() === rule.id ? null : rule.id)"
          >
            @if (rule.severity === 'off') {
              <span class="text-small text-ink-2">off</span>
            } @else {
              <rq-severity [of]="rule.severity" />
            }
            <bdi class="truncate font-semibold">{{ rule.title }}</bdi>
            <span class="text-small text-ink-2" data-testid="rule-found">{{ foundBy(rule) }}</span>
            <bdi class="col-start-2 truncate font-mono text-small text-ink-2">{{ rule.where }}</bdi>
            <bdi class="col-span-2 col-start-2 truncate text-small text-ink-2">{{ said(rule) }}</bdi>
          </button>
          @if (open() === rule.id) {
            <rq-rule-form
              [rule]="rule"
              [mayEdit]="draft.mayEdit()"
              (changed)="put($event)"
              (removed)="remove(rule.id)"
            />
            @for (one of firstOf(rule); track one.scene + one.id) {
              <p class="flex gap-2 pb-1 text-small">
                <bdi class="shrink-0 font-mono">{{ one.name }}</bdi>
                <bdi class="truncate text-ink-2">{{ one.says }}</bdi>
              </p>
            }
          }
        </div>
      } @empty {
        <p class="py-2 text-ink-2">
          None yet. A rule finds objects by a filter and says what must hold of each, of what is near them, or
          of all of them together.
        </p>
      }
    </div>
    @if (draft.mayEdit()) {
      <form class="mt-2 flex items-end gap-2 text-small" [formGroup]="form" (ngSubmit)="add()">
        <label
          >A new rule, called<input
            class="field mt-0.5 block w-60"
            name="title"
            maxlength="120"
            formControlName="title"
            placeholder="Lamps hang in the light branch"
            data-testid="rule-title"
        /></label>
        <button type="submit" class="btn" [disabled]="form.invalid">Add</button>
        @if (rules().length) {
          <span class="flex-1 text-right text-ink-2">{{ rules().length | count: 'rule' }}</span>
        }
      </form>
    }
  `,
  host: { class: 'block' },
})
export class RuleSection {
  readonly draft = inject(ConventionDraft);
  readonly open = signal<string | null>(null);
  readonly rules = computed(() => this.draft.shown()?.rules ?? []);
  readonly said = sayDemand;
  readonly form = inject(NonNullableFormBuilder).group({ title: ['', filledIn] });
  /** What each rule finds, over the scenes it was tried on. */
  readonly #tried = computed(() =>
    (this.draft.trial.tried() ?? []).flatMap((scene) =>
      scene.rules.map((rule) => ({ ...rule, scene: scene.id })),
    ),
  );

  foundBy(rule: HouseRule): string {
    if (rule.severity === 'off') return '';
    if (this.draft.trial.busy()) return 'trying…';
    const tried = this.#tried().filter(({ check }) => check === ruleCheckId(rule));
    if (!tried.length) return '';
    const scenes = tried.filter(({ after }) => after > 0).length;
    const found = tried.reduce((sum, { after }) => sum + after, 0);
    return found ? `${found} in ${scenes} ${scenes === 1 ? 'scene' : 'scenes'}` : 'finds nothing';
  }
  firstOf(rule: HouseRule): { scene: number; id: number; name: string; says: string }[] {
    return this.#tried()
      .filter(({ check }) => check === ruleCheckId(rule))
      .flatMap(({ first, scene }) => first.map((one) => ({ ...one, scene })))
      .slice(0, 6);
  }
  put(rule: HouseRule): void {
    this.draft.edit((now) => withRule(now, rule));
  }
  remove(id: string): void {
    this.draft.edit((now) => withoutRule(now, id));
    this.open.set(null);
  }
  add(): void {
    const title = this.form.getRawValue().title.trim();
    if (!title) return;
    const id = freeRuleId(title, this.rules());
    this.put({
      id,
      title,
      severity: 'warning',
      where: 'kind:mesh',
      must: '-layer:Base',
      says: `"{name}": ${title}.`,
    });
    this.open.set(id);
    this.form.reset();
  }
}
