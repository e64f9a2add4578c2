import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  highConfidence,
  planRename,
  resolveClashes,
  withSlot,
  type NameProposal,
  type ObjectId,
  type Reason,
  type SlotGuess,
} from '@renquil/core';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from '../ledger/ledger-state';
import { BenchState } from './bench-state';

/** Reasons as people would say them. */
export const reasonTitles: Readonly<Record<Reason, string>> = {
  own: 'its own words',
  spelling: 'other spellings',
  near: 'slips put right',
  place: 'where it sits',
  material: 'its material',
  kind: 'its kind',
  parent: 'what it hangs under',
  twins: 'others of its shape',
  pair: 'the one across',
  number: 'numbering',
  habit: 'what others do',
  shape: "its shape's name",
};

/** Names proposed for what is picked, shown, or all, and which of them would be taken. Nothing changes before Apply. */
@Injectable()
export class ProposeState {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly #ledger = inject(LedgerState);
  readonly #bench = inject(BenchState);
  #seq = 0;

  readonly on = signal(false);
  readonly made = signal<readonly NameProposal[] | null>(null);
  readonly took = signal(0);
  /** What was asked about when it began. */
  readonly target = signal<'picked' | 'shown' | 'all'>('all');
  readonly least = signal(highConfidence);
  /** Slots and reasons that are not taken. */
  readonly withoutSlots = signal<ReadonlySet<string>>(new Set());
  readonly withoutReasons = signal<ReadonlySet<Reason>>(new Set());
  /** Rows that a person decided on, whatever the rest says. */
  readonly decided = signal<ReadonlyMap<ObjectId, boolean>>(new Map());
  /** Another text for a slot, chosen by a person. */
  readonly chosen = signal<ReadonlyMap<ObjectId, ReadonlyMap<string, string>>>(new Map());
  readonly progress = this.#analysis.proposing;
  readonly byId = computed(() => new Map((this.made() ?? []).map((one) => [one.object, one] as const)));

  /** What would change, object by object, before clashes. */
  readonly #wanted = computed(() => {
    this.#open.tick();
    const wanted = new Map<ObjectId, string>();
    for (const one of this.made() ?? []) {
      if (!this.#open.scene.find(one.object) || !this.takes(one)) continue;
      const name = this.nameOf(one);
      if (name !== null && name !== this.#open.scene.get(one.object).name) wanted.set(one.object, name);
    }
    return wanted;
  });
  readonly result = computed(() => resolveClashes(this.#open.scene, this.#wanted(), 'number-on'));
  readonly counts = computed(() => {
    const made = this.made() ?? [];
    const fit = made.filter((one) => one.after === one.before).length;
    const open = made.filter((one) => one.after === null).length;
    return {
      fit,
      open,
      takes: this.result().names.size,
      unsure: made.length - fit - open - this.result().names.size,
    };
  });
  /** How many names rest on each reason. */
  readonly reasons = computed(() => {
    const counts = new Map<Reason, number>();
    for (const one of this.made() ?? []) {
      if (one.after === one.before) continue;
      for (const reason of new Set(this.#changing(one).map((guess) => guess.reason)))
        counts.set(reason, (counts.get(reason) ?? 0) + 1);
    }
    return [...counts].sort((a, b) => b[1] - a[1]);
  });

  constructor() {
    effect(() => {
      const [on, made] = [this.on(), this.made()];
      const { names } = this.result();
      const clashes = new Map(this.result().clashes.map((clash) => [clash.object, clash] as const));
      untracked(() => {
        if (!on || !made) return;
        const unsure = new Map(
          made
            .filter((one) => one.after !== one.before && !names.has(one.object))
            .map((one) => [one.object, this.#sayUnsure(one)] as const),
        );
        this.#ledger.preview.set({ names, clashes, unsure });
      });
    });
    this.#analysis.proposals.pipe(takeUntilDestroyed()).subscribe((result) => {
      if (result.seq !== this.#seq || !this.on()) return;
      this.took.set(result.took);
      this.made.set(result.made);
    });
  }
  toggle(): void {
    if (this.on()) this.discard();
    else this.start();
  }
  /** Proposes for what is picked, else what the filter shows, else everything. */
  start(): void {
    this.#forget();
    this.on.set(true);
    this.#bench.shown.set(true);
    this.#ledger.previewBy.set('propose');
    this.#ledger.preview.set(null);
    this.target.set(this.#bench.target());
    this.#analysis.propose(++this.#seq, this.#bench.objects());
  }
  discard(): void {
    this.#seq++;
    this.#analysis.stopProposing();
    this.on.set(false);
    this.#forget();
    this.#ledger.preview.set(null);
    this.#ledger.previewBy.set('bench');
  }
  /** Everything taken becomes one edit; what was not stays open for a next time. */
  apply(): boolean {
    const { names } = this.result();
    if (!names.size) return false;
    const edits = planRename(this.#open.scene, names);
    const done = this.#open.apply(
      `Take ${edits.length} proposed name${edits.length === 1 ? '' : 's'}`,
      edits,
    );
    if (done) this.discard();
    return done;
  }
  takes(one: NameProposal): boolean {
    const decided = this.decided().get(one.object);
    if (decided !== undefined) return decided && this.nameOf(one) !== null;
    if (this.nameOf(one) === null) return false;
    const changing = this.#changing(one);
    if (changing.some((guess) => this.withoutReasons().has(guess.reason))) return false;
    return this.sureOf(one) >= this.least();
  }
  /** How sure the slots are that would be taken; a text a person chose is sure. */
  sureOf(one: NameProposal): number {
    const chosen = this.chosen().get(one.object);
    const counted = one.guesses.filter((guess) => !this.withoutSlots().has(guess.slot));
    return Math.min(
      one.prefix ? 0.85 : 1,
      ...counted.map((guess) => (chosen?.has(guess.slot) ? 1 : guess.confidence)),
    );
  }
  /** The name as it would be taken; null: a slot that must be there is still open. */
  nameOf(one: NameProposal): string | null {
    const chosen = this.chosen().get(one.object);
    if (!chosen && !this.withoutSlots().size) return one.after;
    if (one.prefix) return one.after;
    const open = one.open.filter((slot) => !chosen?.get(slot) && !this.withoutSlots().has(slot));
    if (open.length && !chosen) return null;
    const texts = new Map<string, string>();
    for (const { slot, text, confidence } of one.guesses)
      if (!this.withoutSlots().has(slot) && confidence >= 0.5) texts.set(slot, text);
    for (const [slot, text] of chosen ?? []) texts.set(slot, text);
    const { scene, convention } = this.#open;
    const key = convention.keyOf(scene, scene.get(one.object));
    // With what was open filled in, the number that hung on it can be given.
    const number = convention.slotFor('number', key);
    if (chosen && number && !texts.has(number.name) && !this.withoutSlots().has(number.name)) {
      if (!convention.pattern(key)!.find((part) => part.slot === number.name)!.optional)
        texts.set(number.name, String(number.rule.start ?? 1).padStart(number.rule.digits ?? 1, '0'));
    }
    return withSlot(convention, key, one.before, texts);
  }
  decide(id: ObjectId, takes: boolean): void {
    this.decided.update((now) => new Map(now).set(id, takes));
  }
  choose(id: ObjectId, slot: string, text: string): void {
    this.chosen.update((now) => new Map(now).set(id, new Map(now.get(id)).set(slot, text)));
    this.decide(id, true);
  }
  toggleSlot(slot: string): void {
    this.withoutSlots.update((now) => toggled(now, slot));
  }
  toggleReason(reason: Reason): void {
    this.withoutReasons.update((now) => toggled(now, reason));
  }
  /** Guesses that do not only say what the name says already. */
  #changing(one: NameProposal): SlotGuess[] {
    return one.guesses.filter(
      (guess) => guess.reason !== 'own' && guess.reason !== 'kind' && guess.text !== '',
    );
  }
  #sayUnsure(one: NameProposal): { verdict: string; because: string } {
    if (this.nameOf(one) === null) {
      const open = one.open.join(', ');
      return { verdict: `open: ${open}`, because: `Nothing says what goes into ${open}. Choose or type it.` };
    }
    if (this.decided().get(one.object) === false)
      return { verdict: 'left out', because: `Proposed ${one.after}; you left it out.` };
    const [weakest] = [...one.guesses].sort((a, b) => a.confidence - b.confidence);
    return {
      verdict: `not sure: ${weakest!.slot}`,
      because: `Proposed ${one.after}, ${Math.round(this.sureOf(one) * 100)} % sure: ${weakest!.slot}, because ${weakest!.because}.`,
    };
  }
  #forget(): void {
    this.made.set(null);
    this.decided.set(new Map());
    this.chosen.set(new Map());
    this.withoutSlots.set(new Set());
    this.withoutReasons.set(new Set());
  }
}

function toggled<T>(set: ReadonlySet<T>, one: T): ReadonlySet<T> {
  const now = new Set(set);
  if (!now.delete(one)) now.add(one);
  return now;
}
