import { inject, Injectable } from '@angular/core';
import type { Edit } from '@renquil/core/edits';
import type { Display, Mark, ObjectId, SwitchName } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { LedgerState } from '../ledger/ledger-state';
import { saidOf } from '../said-of';

/** What objects are set to: switches, layer, mark, look, material; of one, or of all that is picked. */
@Injectable()
export class SettingsState {
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly #toasts = inject(ToastList);

  /** One material on every part of what is picked. */
  material(index: number): void {
    const { scene } = this.#open;
    const edits = this.#picked().flatMap((object): Edit[] => {
      const { shape, materials: from } = scene.get(object);
      if (shape === null || (from.length === 1 && from[0] === index)) return [];
      return [{ kind: 'set', object, field: 'materials', from, to: [index] }];
    });
    const name = scene.materials[index]!.name || 'a material without a name';
    if (edits.length) this.#open.apply(`Put ${name} on ${edits.length}`, edits);
    else this.#toasts.say('Nothing that is picked has a shape without it.');
  }
  /** Turns a switch of one object; when it is among what is picked, of all that is picked. */
  toggle(id: ObjectId, name: SwitchName): void {
    const to = !this.#open.scene.get(id).switches[name];
    this.#set(id, `Turn ${name} ${to ? 'on' : 'off'} for`, 'switches', (one) => ({
      ...this.#open.scene.get(one).switches,
      [name]: to,
    }));
  }
  toLayer(layer: string): void {
    const active = this.#picked()[0];
    if (active !== undefined) this.#set(active, `Into layer ${layer}:`, 'layer', () => layer);
  }
  mark(mark: Mark | null): void {
    const active = this.#picked()[0];
    if (active !== undefined)
      this.#set(active, mark ? `Mark as ${mark.word}:` : 'Unmark', 'mark', () => mark);
  }
  /** How what is picked is drawn; null: as its layer or a set says. */
  display(look: Display | null): void {
    const active = this.#picked()[0];
    if (active !== undefined)
      this.#set(active, look ? `Draw as ${look}:` : 'Draw as the layer says:', 'display', () => look);
  }
  /** One switch of many objects, as a drag down its column turns it. */
  turn(ids: readonly ObjectId[], name: SwitchName, to: boolean): void {
    const { scene } = this.#open;
    const edits = ids.flatMap((object): Edit[] => {
      const from = scene.get(object).switches;
      return from[name] === to
        ? []
        : [{ kind: 'set', object, field: 'switches', from, to: { ...from, [name]: to } }];
    });
    this.#open.apply(`Turn ${name} ${to ? 'on' : 'off'} for ${saidOf(this.#open.scene, ids)}`, edits);
  }
  #set<F extends 'switches' | 'layer' | 'mark' | 'display'>(
    id: ObjectId,
    label: string,
    field: F,
    to: (id: ObjectId) => Extract<Edit, { kind: 'set' }>['to'],
  ): void {
    const picked = this.#ledger.picking().picked;
    const all = picked.has(id) ? [...picked] : [id];
    const { scene } = this.#open;
    const edits = all.flatMap((object): Edit[] => {
      const [from, next] = [scene.get(object)[field] ?? null, to(object)];
      return JSON.stringify(from) === JSON.stringify(next)
        ? []
        : [{ kind: 'set', object, field, from, to: next }];
    });
    this.#open.apply(`${label} ${saidOf(this.#open.scene, all)}`, edits);
  }
  #picked(): readonly ObjectId[] {
    return [...this.#ledger.picking().picked];
  }
}
