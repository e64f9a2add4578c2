import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { fillText } from '@renquil/core/errors';
import {
  misfitTexts,
  nearWord,
  readName,
  sayOne,
  splitWords,
  type Misfit,
  type PatternKey,
} from '@renquil/core/names';
import type { Kind } from '@renquil/core/scene';
import { catchError, debounceTime, distinctUntilChanged, forkJoin, of, switchMap } from 'rxjs';
import { Api } from '../state/api';
import { SeverityMark } from '../ui/severity-mark';
import { ConventionDraft } from './convention-draft';
import { SlotColourPipe, SlotTintPipe } from '../ui/slot-colour';

interface Piece {
  readonly text: string;
  readonly slot: string;
}

/** Any name, coloured slot by slot, and what is wrong where. */
@Component({
  selector: 'rq-try-name',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SeverityMark, SlotColourPipe, SlotTintPipe],
  template: `
    <div class="relative flex h-[44px] items-center gap-3 rounded-lg border border-ink bg-sheet px-3.5">
      <div class="min-w-0 flex-1 overflow-x-auto font-mono text-title [scrollbar-width:none]">
        <div class="relative w-max min-w-full">
          <!--
          The words are the field's own, so that they can be read and picked; only the tint lies behind. It gives the
          field its width: the box around both is what scrolls.
        -->
          <div
            class="pointer-events-none min-h-lh whitespace-pre pr-[2ch] text-transparent"
            aria-hidden="true"
            data-testid="try-pieces"
          >
            @for (piece of pieces(); track $index) {
              <span
                [class.underline]="piece.slot"
                class="decoration-2 underline-offset-4"
                [style.background]="piece.slot && (piece.slot | slotTint)"
                [style.text-decoration-color]="piece.slot | slotColour"
                >{{ piece.text }}</span
              >
            }
          </div>
          <input
            #field
            class="absolute inset-0 w-full bg-transparent placeholder:text-ink-3 focus-visible:shadow-none focus-visible:outline-none"
            placeholder="L_F_sheave001_nylon_geo"
            spellcheck="false"
            autocomplete="off"
            aria-label="A name to try"
            aria-describedby="try-says"
            data-testid="try-name"
            maxlength="1000"
            [value]="name()"
            (input)="name.set(field.value)"
          />
        </div>
      </div>
      <label class="flex shrink-0 items-center gap-1.5 text-ink-2"
        >as a
        <select #kind class="field" aria-label="Kind" (change)="asKind.set(kind.value)">
          @for (one of kinds(); track one[0]) {
            <option [value]="one[0]" [selected]="one[0] === asKind()">{{ one[1] }}</option>
          }
        </select>
      </label>
    </div>
    <p
      id="try-says"
      class="flex min-h-6 flex-wrap items-center gap-x-5 pt-1.5 font-semibold"
      data-testid="try-says"
    >
      @for (line of lines(); track line.text) {
        <span class="flex items-center gap-1.5" [style.color]="'var(--' + line.colour + ')'">
          <rq-severity [of]="line.severity" /> {{ line.text }}
        </span>
      }
    </p>
  `,
})
export class TryName {
  readonly draft = inject(ConventionDraft);
  readonly #api = inject(Api);
  readonly name = signal('');
  readonly asKind = signal('mesh');
  readonly kinds = computed(() => {
    const shown = this.draft.shown();
    if (!shown) return [];
    return [
      ...Object.keys(shown.patterns).map((kind) => [kind, kind] as const),
      ...(shown.special ?? []).map(({ title }, i) => [`special ${i}`, title] as const),
      ...Object.keys(shown.others ?? {}).map((kind) => [kind, kind] as const),
    ];
  });
  readonly #key = computed<PatternKey>(() => {
    const keys = this.kinds().map(([key]) => key);
    return (keys.includes(this.asKind()) ? this.asKind() : (keys[0] ?? 'mesh')) as Kind;
  });
  readonly reading = computed(() => {
    const compiled = this.draft.compiled();
    return compiled && this.name() ? readName(compiled, this.#key(), this.name()) : null;
  });
  readonly pieces = computed<readonly Piece[]>(() => {
    const name = this.name();
    const spans = [...(this.reading()?.slots.values() ?? [])].sort((a, b) => a.start - b.start);
    const out: Piece[] = [];
    let at = 0;
    for (const { slot, start, end } of spans) {
      if (start < at) continue;
      if (start > at) out.push({ text: name.slice(at, start), slot: '' });
      out.push({ text: name.slice(start, end), slot });
      at = end;
    }
    if (at < name.length) out.push({ text: name.slice(at), slot: '' });
    return out;
  });
  /** Words of the name that no list judges: the library may know better how they are written. */
  readonly #free = computed(() => {
    const slots = this.draft.compiled()?.slots;
    const spans = [...(this.reading()?.slots.values() ?? [])].filter(
      ({ slot }) => !slots?.get(slot)?.words.size,
    );
    return spans
      .flatMap(({ text }) => splitWords(text).map((word) => word.text))
      .filter((word) => /^\p{L}{4,}$/u.test(word));
  });
  readonly #near = toSignal(
    toObservable(this.#free).pipe(
      distinctUntilChanged((a, b) => a.join() === b.join()),
      debounceTime(300),
      switchMap((words) =>
        words.length
          ? forkJoin(words.map((word) => this.#api.nearWord(this.draft.project(), word))).pipe(
              // The line is only advice: without an answer it says nothing.
              catchError(() => of([])),
            )
          : of([]),
      ),
    ),
    { initialValue: [] },
  );
  readonly lines = computed(() => [...this.#fitLines(), ...this.#nearLines()]);
  #nearLines() {
    return this.#near().flatMap(({ word, near }) =>
      near && this.#free().includes(word)
        ? [
            {
              severity: 'warning' as const,
              colour: 'warn',
              text: `${word} is nearly ${near.word}, used ${near.used} ${near.used === 1 ? 'time' : 'times'} in the library`,
            },
          ]
        : [],
    );
  }
  #fitLines() {
    const reading = this.reading();
    if (!reading) return [];
    if (reading.fits)
      return [
        {
          severity: 'clear' as const,
          colour: 'clear',
          text: reading.helper ? 'a helper: it fits, and stays home' : 'fits',
        },
      ];
    return reading.misfits
      .slice(0, 4)
      .map((misfit) => ({ severity: 'blocker' as const, colour: 'block', text: this.#say(misfit) }));
  }
  #say(misfit: Misfit): string {
    const convention = this.draft.compiled()!;
    const reading = this.reading()!;
    const { message, data } = sayOne(
      { convention, key: this.#key(), kind: this.#key() },
      this.name(),
      reading,
      misfit,
    );
    const text = fillText(misfitTexts[message].because, data);
    const near =
      message === 'unlisted' ? nearWord(misfit.text, convention.slots.get(misfit.slot)!.words) : null;
    return near ? `${text} The nearest is "${near}".` : text;
  }
}
