import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  highConfidence,
  nameProposed,
  takesProposal,
  type NameProposal,
  type Reason,
  type TakeChoices,
} from '@renquil/core/names/propose';
import { planRename } from '@renquil/core/plans';
import type { ObjectId } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { Api } from '../../state/api';
import type { ToldElsewhere } from '@renquil/api';
import { OpenScene } from '../../state/open-scene';
import type { ShownTaken } from '../../state/packed-taken';
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
  library: 'the same shape elsewhere',
};

const nothingElsewhere: ToldElsewhere = { shapes: [], facing: null };
const nothing: ShownTaken = {
  names: new Map(),
  clashes: [],
  counts: { fit: 0, open: 0, takes: 0, unsure: 0 },
  reasons: [],
  openSlots: [],
  unsure: new Map(),
};

/** Names proposed for what is picked, shown, or all, and which of them would be taken. Nothing changes before Apply. */
@Injectable()
export class ProposeState {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly #api = inject(Api);
  readonly #ledger = inject(LedgerState);
  readonly #bench = inject(BenchState);
  #seq = 0;

  readonly on = signal(false);
  /** They are there, and what taking them would do is known. */
  readonly made = signal(false);
  readonly #proposed = signal(false);
  /** How often it was asked what taking would do, the last answer's number, and whether Apply waits for the next. */
  #asks = 0;
  #answered = 0;
  #applies = false;
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
  /** What a person put into slots wherever they are open. */
  readonly filled = signal<ReadonlyMap<string, string>>(new Map());
  readonly progress = this.#analysis.proposing;
  readonly choices = computed<TakeChoices>(() => ({
    least: this.least(),
    withoutSlots: this.withoutSlots(),
    withoutReasons: this.withoutReasons(),
    decided: this.decided(),
    chosen: this.chosen(),
    filled: this.filled(),
  }));
  /** What taking them would do. */
  readonly result = signal<ShownTaken>(nothing);
  readonly counts = computed(() => this.result().counts);
  /** How many names rest on each reason. */
  readonly reasons = computed(() => this.result().reasons);
  /** Slots that are open, and in how many names, whether a person fills them or not. */
  readonly openSlots = computed(() => this.result().openSlots);
  /** The proposal of the row one is at. */
  readonly active = signal<NameProposal | null>(null);

  constructor() {
    // Asked once for a scene, whatever else is learned of it.
    const id = computed(() => this.#open.info()?.scene.id);
    effect((onCleanup) => {
      const scene = id();
      if (scene === undefined) return;
      // Proposals do without them until they come.
      const heard = this.#api.elsewhere(scene).subscribe({
        next: (told) => this.#analysis.know(told),
        error: () => this.#analysis.know(nothingElsewhere),
      });
      onCleanup(() => {
        heard.unsubscribe();
        this.#analysis.know(nothingElsewhere);
      });
    });
    effect(() => {
      // What taking them would do depends on every name there is.
      void this.#open.scene;
      const choices = this.choices();
      if (this.on() && this.#proposed())
        untracked(() => this.#analysis.take({ seq: this.#seq, asked: ++this.#asks, choices }));
    });
    effect(() => {
      const { active } = this.#ledger.picking();
      const asks = this.on() && this.made() && active !== null;
      untracked(() => {
        if (this.active()?.object !== active) this.active.set(null);
        if (asks) void this.#askWhy(active);
      });
    });
    effect(() => {
      const { names, clashes, unsure } = this.result();
      if (!this.made() || this.#ledger.previewBy() !== 'propose') return;
      const byObject = new Map(clashes.map((clash) => [clash.object, clash] as const));
      untracked(() => this.#ledger.preview.set({ names, clashes: byObject, unsure }));
    });
    this.#analysis.taken.pipe(takeUntilDestroyed()).subscribe(({ seq, asked, taken }) => {
      if (seq !== this.#seq || !this.on() || !taken) return;
      this.#answered = asked;
      this.result.set(taken);
      this.made.set(true);
      if (this.#applies) this.apply();
    });
    this.#analysis.proposals.pipe(takeUntilDestroyed()).subscribe((result) => {
      if (result.seq !== this.#seq || !this.on()) return;
      this.took.set(result.took);
      this.#proposed.set(true);
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
  /**
   * Everything taken becomes one edit; what was not stays open for a next time. What was chosen a moment ago counts: it
   * is waited for.
   */
  apply(): boolean {
    this.#applies = this.#answered !== this.#asks;
    if (this.#applies) return false;
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
    return takesProposal(this.#open.scene, this.#open.convention, one, this.choices());
  }
  /** The name as it would be taken; null: a slot that must be there is still open. */
  nameOf(one: NameProposal): string | null {
    return nameProposed(this.#open.scene, this.#open.convention, one, this.choices());
  }
  /** Takes what is proposed for an object, or leaves it: the other of what it is now. */
  turn(id: ObjectId): void {
    const { names, unsure } = this.result();
    if (names.has(id) || unsure.get(id)) this.decide(id, !names.has(id));
  }
  decide(id: ObjectId, takes: boolean): void {
    this.decided.update((now) => new Map(now).set(id, takes));
  }
  /** What a choice in a row is made for: all that is picked when the row is, of those whose pattern has the slot. */
  rowsOf(id: ObjectId, slot: string): readonly ObjectId[] {
    const { picked } = this.#ledger.picking();
    if (!picked.has(id) || picked.size < 2) return [id];
    const { scene, convention } = this.#open;
    return [...picked].filter((row) => {
      const pattern = convention.pattern(convention.keyOf(scene, scene.get(row)));
      return pattern?.some((part) => part.slot === slot);
    });
  }
  choose(id: ObjectId, slot: string, text: string): void {
    const rows = this.rowsOf(id, slot);
    this.chosen.update((now) => {
      const next = new Map(now);
      for (const row of rows) next.set(row, new Map(next.get(row)).set(slot, text));
      return next;
    });
    this.decided.update((now) => new Map([...now, ...rows.map((row) => [row, true] as const)]));
  }
  /** Puts a text into a slot of every name where it is open; nothing takes it out again. */
  fill(slot: string, text: string): void {
    this.filled.update((now) => {
      const next = new Map(now);
      if (text) next.set(slot, text);
      else next.delete(slot);
      return next;
    });
  }
  toggleSlot(slot: string): void {
    this.withoutSlots.update((now) => toggled(now, slot));
  }
  toggleReason(reason: Reason): void {
    this.withoutReasons.update((now) => toggled(now, reason));
  }
  async #askWhy(object: ObjectId): Promise<void> {
    const seq = this.#seq;
    const proposal = await this.#analysis.why(object);
    const isWanted = seq === this.#seq && this.#ledger.picking().active === object;
    if (isWanted) this.active.set(proposal);
  }
  #forget(): void {
    this.made.set(false);
    this.#proposed.set(false);
    this.#applies = false;
    this.result.set(nothing);
    this.active.set(null);
    this.decided.set(new Map());
    this.chosen.set(new Map());
    this.filled.set(new Map());
    this.withoutSlots.set(new Set());
    this.withoutReasons.set(new Set());
  }
}

function toggled<T>(set: ReadonlySet<T>, one: T): ReadonlySet<T> {
  const now = new Set(set);
  if (!now.delete(one)) now.add(one);
  return now;
}
