import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Reason, SlotGuess } from '@renquil/core/names/propose';
import { saidOfHeld } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { LedgerState } from '../ledger/ledger-state';
import { ProposeState, reasonTitles } from './propose-state';
import { Tip } from '../../ui/tip';
import { SlotColourPipe } from '../../ui/slot-colour';
import { Tick } from '../../ui/tick';

/** Which of the proposed names are taken, by how sure, by slot, by reason; and why, for the row one is at. */
@Component({
  selector: 'rq-propose-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, SlotColourPipe, Tick, Tip],
  templateUrl: './propose-panel.html',
  host: { class: 'flex h-full min-h-0 flex-col' },
})
export class ProposePanel {
  readonly open = inject(OpenScene);
  readonly propose = inject(ProposeState);
  readonly #ledger = inject(LedgerState);
  readonly slots = computed(() => [...this.open.held().slots.keys()]);
  readonly titles = reasonTitles;
  readonly percent = computed(() => Math.round(this.propose.least() * 100));
  /** The proposal of the row one is at. */
  readonly active = this.propose.active;
  /** Why nothing is proposed for the row that is picked. */
  readonly keeps = computed(() => {
    const { active } = this.#ledger.picking();
    const object = active === null ? null : this.open.scene.find(active);
    if (!object) return 'Pick a row to see why each slot is proposed, and what else it could be.';
    if (!object.held) return 'A helper keeps its name.';
    return `${saidOfHeld(this.open.scene, object.held)}.`;
  });
  readonly lines = computed(() => {
    const one = this.active();
    if (!one) return [];
    const key = this.open.convention.keyOf(this.open.scene, this.open.scene.get(one.object));
    const pattern = this.open.convention.pattern(one.prefix ? 'helper' : key) ?? [];
    return pattern.map(({ slot, optional }) => {
      const guess = one.guesses.find((each) => each.slot === slot) ?? null;
      const chosen = this.propose.chosen().get(one.object)?.get(slot);
      return {
        slot,
        optional: optional === true,
        guess,
        text: chosen ?? guess?.text ?? '',
        chosen: chosen !== undefined,
      };
    });
  });

  /** How many rows a choice is made for, when it is more than the one. */
  readonly alsoFor = computed(() => {
    const one = this.active();
    const { picked } = this.#ledger.picking();
    return one && picked.has(one.object) && picked.size > 1 ? picked.size : null;
  });

  wordsOf(slot: string): readonly string[] {
    return [...(this.open.held().slots.get(slot)?.words ?? [])];
  }
  setLeast(text: string): void {
    this.propose.least.set(Number(text) / 100);
  }
  sure(guess: SlotGuess): string {
    return `${Math.round(guess.confidence * 100)} %`;
  }
  says(reason: Reason): string {
    return reasonTitles[reason];
  }
}
