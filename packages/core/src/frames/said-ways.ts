import { type CompiledConvention } from '../names/slots/compiled-convention.js';
import { listedWord, type CompiledSlot } from '../names/slots/compiled-slot.js';
import { readName, slotText, type NameReading } from '../names/slots/read-name.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import { RememberedWays } from './remembered-ways.js';
import { spokenWays, wayBits } from './spoken-ways.js';

/** What names say of where things sit, by the side and place slots of a convention; where it has none, as it is commonly said. */
export class SaidWays extends RememberedWays {
  readonly #words: RegExp | null;
  constructor(
    scene: Scene,
    readonly convention: CompiledConvention,
  ) {
    super(scene);
    const pointing = [...convention.slots.values()].filter(
      ({ role, senses }) => (role === 'side' || role === 'place') && senses.size,
    );
    const words = pointing.flatMap((slot) => [...slot.spelled.keys(), ...slot.words]);
    // Most names hold none of the words at all: those are not read.
    this.#words = words.length ? new RegExp(words.map(escape).join('|'), 'i') : null;
  }
  protected ask(id: ObjectId): number {
    const object = this.scene.get(id);
    if (!this.#words) return spokenWays(object.name);
    if (!this.#words.test(object.name)) return 0;
    const key = this.convention.keyOf(this.scene, object);
    const side = this.convention.slotFor('side', key);
    const place = this.convention.slotFor('place', key);
    if (!side && !place) return 0;
    const reading = readName(this.convention, key, object.name);
    return reading.helper ? 0 : said(side, reading) | said(place, reading);
  }
}
function said(slot: CompiledSlot | null, reading: NameReading): number {
  const text = slot ? slotText(reading, slot.name) : undefined;
  if (!slot || text === undefined) return 0;
  const word = listedWord(slot, text);
  const sense = word === undefined ? undefined : slot.senses.get(word);
  return (sense && wayBits[sense]) ?? 0;
}
const escape = (text: string): string => text.replace(/[.*+?^${}()|[\]\\/-]/g, '\\$&');
