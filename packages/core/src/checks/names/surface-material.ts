import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import { surfaceWord } from '../../names/propose/surface-of.js';
import type { CompiledSlot } from '../../names/slots/compiled-slot.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck, readingOf } from '../check.js';
import { putAt, saidIn } from '../support/said-slot.js';
import { renameTo } from '../support/rename-to.js';

const wordsOf = memoizeByVersion(
  (scene) => scene.thingsVersion,
  () => new Map<CompiledSlot, (string | null)[]>(),
);
function surfaces(scene: Scene, slot: CompiledSlot, { materials }: SceneObject): string[] {
  let known = wordsOf(scene).get(slot);
  if (!known) wordsOf(scene).set(slot, (known = scene.materials.map(({ name }) => surfaceWord(slot, name))));
  return materials.map((at) => known[at] ?? null).filter((word) => word !== null);
}

/** The surface in the name is none of those its materials speak of. */
export const surfaceMaterial = defineCheck({
  id: 'surface-material',
  family: 'names',
  title: 'Surface against material',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['rename-thing'],
  source: 'common practice',
  messages: {
    other: {
      short: '{{bound}}, not {{said}}',
      because: '"{{name}}" says {{said}}, but it is bound to "{{material}}", which is {{bound}}.',
    },
  },
  evaluate(object, context) {
    const { scene } = context;
    if (!object.materials.length) return null;
    const said = saidIn(context, object, 'surface');
    if (!said) return null;
    const { slot, word } = said;
    const bound = surfaces(scene, slot, object);
    // A material whose name says nothing cannot say otherwise.
    if (!bound.length || bound.length < object.materials.length || bound.includes(word)) return null;
    const material = scene.materials[object.materials[0]!]?.name ?? '';
    return {
      message: 'other',
      data: { name: object.name, said: word, bound: bound[0]!, material },
      slot: slot.name,
    };
  },
  fix(object, context) {
    const { scene, convention } = context;
    const key = convention.keyOf(scene, object);
    const slot = convention.slotFor('surface', key)!;
    const reading = readingOf(context, key, object.name);
    const span = reading.slots.get(slot.name);
    const [bound] = surfaces(scene, slot, object);
    if (!reading.fits || !span || bound === undefined) return null;
    return renameTo(scene, object, putAt(object.name, span, bound), convention);
  },
});
