import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { relations, type HouseRule } from '@renquil/core/checks';
import type { Recipe } from '@renquil/core/names/recipe';
import { Scene, switchNames } from '@renquil/core/scene';
import { tellFacts } from '@renquil/core/query';
import { Api } from '../state/api';
import { FilterOffers } from '../ui/filter-offers';
import { SureButton } from '../ui/sure-button';
import { ConventionDraft } from './convention-draft';
import { fieldsOf, ruleOf, type Ask, type FixWay, type RuleFields } from './rule-fields';

const askWords: Readonly<Record<Ask, string>> = {
  must: 'be found by',
  has: 'have near it',
  lacks: 'not have near it',
  count: 'be so many',
  attribute: 'agree in an attribute',
  series: 'be named as one series',
};
const fixWords: Readonly<Record<FixWay, string>> = {
  none: 'by hand',
  recipe: 'by rename steps',
  switch: 'by turning off',
  layer: 'by the layer',
  attribute: 'by an attribute',
  under: 'by moving it under',
  as: 'by the value most have',
};

const empty: RuleFields = {
  title: '',
  severity: 'warning',
  where: '',
  ask: 'must',
  what: '',
  relation: 'below',
  bound: 'at least',
  many: 1,
  among: 'scene',
  says: '',
  otherwise: '',
  fix: 'none',
  fixWith: '',
};

/** One rule of the house as a sentence of fields. What is typed goes into the draft at once. */
@Component({
  selector: 'rq-rule-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilterOffers, ReactiveFormsModule, SureButton],
  templateUrl: './rule-form.html',
  host: { class: 'block pb-3' },
})
export class RuleForm {
  readonly #api = inject(Api);
  readonly #draft = inject(ConventionDraft);
  readonly rule = input.required<HouseRule>();
  readonly mayEdit = input(true);
  readonly changed = output<HouseRule>();
  readonly removed = output();

  /** A scene of nothing, which knows the slots of the convention: what every filter can ask. */
  readonly words = computed(() => {
    const scene = new Scene();
    tellFacts(scene, { slots: () => this.#draft.slots() });
    return scene;
  });
  readonly asks = Object.entries(askWords) as [Ask, string][];
  readonly fixes = Object.entries(fixWords) as [FixWay, string][];
  readonly severities = ['blocker', 'warning', 'note', 'off'] as const;
  readonly relations = relations;
  readonly bounds = ['at least', 'exactly', 'at most'] as const;
  readonly switches = switchNames;
  readonly form = inject(NonNullableFormBuilder).group(empty);
  /** Recipes that are kept for the project: their steps are copied into the rule. */
  readonly recipes = toSignal(this.#api.recipes(this.#draft.project()), { initialValue: [] });

  constructor() {
    // What was typed comes back as the rule: only another one fills the fields anew.
    effect(() => {
      const fields = fieldsOf(this.rule());
      untracked(() => {
        const isTyped = JSON.stringify(fieldsOf(this.#typed())) === JSON.stringify(fields);
        if (!isTyped) this.form.setValue({ ...fields }, { emitEvent: false });
      });
    });
    effect(() => {
      if (this.mayEdit()) this.form.enable({ emitEvent: false });
      else this.form.disable({ emitEvent: false });
    });
    this.form.controls.fix.valueChanges.pipe(takeUntilDestroyed()).subscribe((way) => {
      this.form.controls.fixWith.setValue(way === 'switch' ? 'goes' : '', { emitEvent: false });
    });
    this.form.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => this.changed.emit(this.#typed()));
  }
  #typed(): HouseRule {
    return ruleOf(this.form.getRawValue(), this.rule());
  }
  takeSteps(at: string): void {
    const recipe: Recipe | undefined = this.recipes()[Number(at)]?.recipe;
    if (at !== '' && recipe) this.changed.emit({ ...this.#typed(), fix: { recipe: recipe.steps } });
  }
  /** What the sentence may hold, by what the rule asks. */
  holes(): string {
    const { ask } = this.form.getRawValue();
    const counted = ask === 'must' ? '' : ask === 'attribute' || ask === 'series' ? ' {value}' : ' {count}';
    return `{name} {parent} {kind} {layer} {slot.what} {attr.lod}${counted}${counted && ' {wanted}'}`;
  }
  saidSteps(): string {
    const steps = (this.rule().fix?.recipe ?? []) as Recipe['steps'];
    return steps.map(({ step }) => step).join(', ');
  }
}
