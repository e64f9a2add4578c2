import type { Scene } from '../../scene/scene.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { CompiledConvention } from '../slots/compiled-convention.js';
import type { CompiledSlot } from '../slots/compiled-slot.js';
import { nearWord } from '../slots/near-word.js';
import { splitWords } from '../split-words.js';

/** The listed word a material's name holds: as it is, by a spelling, or one letter off; null: none. */
export function surfaceWord(slot: CompiledSlot, material: string): string | null {
  const words = splitWords(material).map((word) => word.text);
  for (const word of words) if (slot.words.has(word)) return word;
  for (const word of words) {
    const spelled = slot.spelled.get(word.toLowerCase());
    if (spelled !== undefined) return spelled;
  }
  for (const word of words) {
    const near = nearWord(word, slot.words);
    if (near) return near;
  }
  return null;
}

/** The surface that an object's first bound material speaks of, remembered by material. */
export function surfaceReader(
  scene: Scene,
  convention: CompiledConvention,
): (object: SceneObject) => string | null {
  const slot = convention.slotFor('surface');
  if (!slot) return () => null;
  const known = scene.materials.map(({ name }) => surfaceWord(slot, name));
  return ({ materials }) => (materials.length ? (known[materials[0]!] ?? null) : null);
}
