import { placeOf } from '../../names/recipe/number-order.js';
import { mirrorPartners, type Partners } from '../../names/sides/mirror-partners.js';
import { slotSpan } from '../../names/slots/read-name.js';
import { otherWord } from '../../names/sides/swap-sides.js';
import { defineCheck, readingOf, type CheckContext } from '../check.js';
import { renameTo } from '../support/rename-to.js';
import type { SceneObject } from '../../scene/scene-object.js';

/** The name of the other side, of a name that fits and has a side; null: it has none. */
function otherName(context: CheckContext, object: SceneObject): string | null {
  const { scene, convention } = context;
  const key = convention.keyOf(scene, object);
  const slot = convention.slotFor('side', key);
  const reading = slot && readingOf(context, key, object.name);
  const span = reading?.fits && !reading.helper ? slotSpan(reading, slot!.name) : undefined;
  const word = span && otherWord(slot!.senses, span.text);
  return word ? object.name.slice(0, span.start) + word + object.name.slice(span.end) : null;
}
const partners = ({ scene, convention }: CheckContext): Partners =>
  mirrorPartners(scene, convention.source.facing);

/** A left without its right: what mirrors it has another name, or its other name stands where it does not mirror it. */
export const leftWithoutRight = defineCheck({
  id: 'left-without-right',
  family: 'names',
  title: 'Left without right',
  severity: 'warning',
  reach: 'scene',
  heeds: ['rename', 'transform', 'move', 'set', 'insert', 'remove'],
  source: 'common practice',
  // Which of a row counts as the first is a matter of taste, so a studio asks for it.
  parameters: { mirrored: false, slack: 0.01 },
  messages: {
    unlike: {
      short: 'no {{other}}',
      because: '"{{name}}" is mirrored by "{{partner}}", which should be called "{{other}}".',
    },
    elsewhere: {
      short: 'not across from it',
      because: '"{{other}}" does not stand where it would mirror "{{name}}", but {{metres}} m off.',
    },
  },
  evaluate(object, context) {
    const { scene, parameters, convention } = context;
    const other = otherName(context, object);
    if (other === null) return null;
    const there = scene.withName(other).values().next().value;
    if (there === undefined) {
      const partner = object.shape === null ? undefined : partners(context).get(object.id);
      if (partner !== undefined) {
        const name = scene.get(partner).name;
        return { message: 'unlike', data: { name: object.name, other, partner: name } };
      }
      return null;
    }
    // A group or joint has no shape to be mirrored by: where it stands is its own affair.
    if (parameters['mirrored'] !== true || object.shape === null || scene.get(there).shape === null)
      return null;
    if (partners(context).get(object.id) === there) return null;
    const [axis, a, b] = [
      convention.source.facing.endsWith('Z') ? 0 : 2,
      placeOf(scene, object.id),
      placeOf(scene, there),
    ];
    const off = Math.hypot(...[0, 1, 2].map((k) => (k === axis ? a[k]! + b[k]! : a[k]! - b[k]!)));
    if (off <= Number(parameters['slack'])) return null;
    return { message: 'elsewhere', data: { name: object.name, other, metres: Number(off.toPrecision(2)) } };
  },
  fix(object, context) {
    const other = otherName(context, object);
    const partner = partners(context).get(object.id);
    if (other === null || partner === undefined || context.scene.withName(other).size) return null;
    return renameTo(context.scene, context.scene.get(partner), other);
  },
});
