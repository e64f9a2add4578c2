import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { otherThings } from '@renquil/core/names';
import { kinds } from '@renquil/core/scene';
import { filledIn } from '../ui/validators';
import { ConventionDraft } from './convention-draft';
import { withPattern, type PatternPlace } from './convention-edits';
import { PatternRow } from './pattern-row';

/** Which slots a name has, by kind, for what a filter finds, and for materials, shapes, layers and sets. */
@Component({
  selector: 'rq-pattern-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PatternRow, ReactiveFormsModule],
  template: `
    <h2 class="flex items-baseline gap-3 text-head font-bold">
      Patterns
      <span class="text-small font-normal text-ink-2"
        >dashed = may be left out · joined = no separator between</span
      >
    </h2>
    <div class="card mt-2 px-3.5 py-2.5">
      @for (one of patterns(); track one.place.group + one.place.key) {
        <rq-pattern-row [place]="one.place" [title]="one.title" />
      }
      @if (unpatterned().length) {
        <p class="flex flex-wrap items-center gap-1.5 pt-1.5 text-small text-ink-2">
          A pattern for
          @for (one of unpatterned(); track one.title) {
            <button type="button" class="btn !h-6" (click)="addPattern(one.place)">+ {{ one.title }}</button>
          }
        </p>
      }
    </div>
    @if (draft.mayEdit()) {
      <form
        class="mt-2 flex flex-wrap items-end gap-2 text-small"
        [formGroup]="form"
        (ngSubmit)="addSpecial()"
      >
        <label
          >A pattern of its own for what this filter finds<input
            class="field field-mono mt-0.5 block w-60"
            name="where"
            formControlName="where"
            placeholder="layer:Lights kind:mesh"
            spellcheck="false"
        /></label>
        <label
          >Called<input class="field mt-0.5 block w-36" name="title" maxlength="120" formControlName="title"
        /></label>
        <button type="submit" class="btn" [disabled]="form.invalid">Add</button>
      </form>
    }
  `,
  host: { class: 'block' },
})
export class PatternSection {
  readonly draft = inject(ConventionDraft);
  readonly form = inject(NonNullableFormBuilder).group({ where: ['', filledIn], title: '' });
  readonly patterns = computed<readonly { place: PatternPlace; title: string }[]>(() => {
    const shown = this.draft.shown();
    if (!shown) return [];
    return [
      ...kinds
        .filter((kind) => shown.patterns[kind])
        .map((kind) => ({ place: { group: 'patterns' as const, key: kind }, title: kind })),
      ...(shown.special ?? []).map(({ title, where }, i) => ({
        place: { group: 'special' as const, key: String(i) },
        title: title || where,
      })),
      ...otherThings
        .filter((thing) => shown.others?.[thing])
        .map((thing) => ({ place: { group: 'others' as const, key: thing }, title: `${thing}s` })),
    ];
  });
  /** Kinds and things that have no pattern yet. */
  readonly unpatterned = computed<readonly { place: PatternPlace; title: string }[]>(() => {
    const shown = this.draft.shown();
    if (!shown || !this.draft.mayEdit()) return [];
    return [
      ...kinds
        .filter((kind) => !shown.patterns[kind])
        .map((kind) => ({ place: { group: 'patterns' as const, key: kind }, title: kind })),
      ...otherThings
        .filter((thing) => !shown.others?.[thing])
        .map((thing) => ({ place: { group: 'others' as const, key: thing }, title: `${thing}s` })),
    ];
  });

  /** A pattern of one slot, to be built on. */
  addPattern(place: PatternPlace): void {
    const slot = this.#firstSlot();
    if (slot) this.draft.edit((now) => withPattern(now, place, [{ slot }]));
  }
  #firstSlot(): string | undefined {
    return (
      this.draft.slots().find((name) => this.draft.compiled()?.slots.get(name)?.role === 'what') ??
      this.draft.slots()[0]
    );
  }
  addSpecial(): void {
    const { title, where } = this.form.getRawValue();
    const slot = this.#firstSlot();
    if (this.form.invalid || !slot) return;
    const special = { title: title.trim() || where.trim(), where: where.trim(), pattern: [{ slot }] };
    this.draft.edit((now) => ({ ...now, special: [...(now.special ?? []), special] }));
    this.form.reset();
  }
}
