import { framesOf } from '../../frames/frames-of.js';
import { axesOf } from '../../frames/read-facing.js';
import { placeOf } from '../../names/recipe/number-order.js';
import { mirrorPartners, type Partners } from '../../names/sides/mirror-partners.js';
import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { SlotSpan } from '../../names/slots/slot-span.js';
import { slotSpan } from '../../names/slots/read-name.js';
import { otherWord } from '../../names/sides/swap-sides.js';
import { defineCheck, readingOf, type CheckContext } from '../check.js';
import { slack } from '../parameter.js';
import { putAt } from '../support/said-slot.js';
import { renameTo } from '../support/rename-to.js';
import type { ObjectId, SceneObject } from '../../scene/scene-object.js';

/** Where the side stands in a name that fits, and the word of the other side; null: it has none. */
function sideIn(
  context: CheckContext,
  object: SceneObject,
): { readonly span: SlotSpan; readonly word: string } | null {
  const { scene, convention } = context;
  const key = convention.keyOf(scene, object);
  const slot = convention.slotFor('side', key);
  const reading = slot && readingOf(context, key, object.name);
  const span = reading?.fits && !reading.helper ? slotSpan(reading, slot!.name) : undefined;
  const word = span && otherWord(slot!, span.text);
  return word ? { span, word } : null;
}
/** Whether `other` is the name with a word put there, without making that name: it is asked of every pair. */
const isPut = (other: string, name: string, { start, end }: SlotSpan, word: string): boolean =>
  other.length === name.length + word.length - (end - start) &&
  other.startsWith(word, start) &&
  (start === 0 || other.slice(0, start) === name.slice(0, start)) &&
  other.slice(start + word.length) === name.slice(end);
/** Names of which this one is the mirror image, by a word for a side wherever it stands in it: all of them, maybe more. */
function mirrored({ slots }: CompiledConvention, name: string): Set<string> {
  const found = new Set<string>();
  for (const { role, opposites } of slots.values()) {
    if (role !== 'side') continue;
    for (const [word, other] of opposites)
      for (let at = name.indexOf(other); at >= 0; at = name.indexOf(other, at + 1))
        found.add(name.slice(0, at) + word + name.slice(at + other.length));
  }
  return found;
}
/** Who is called as the mirror image of a name. */
function* mirroring({ scene, convention }: CheckContext, name: string): Generator<ObjectId> {
  for (const turned of mirrored(convention, name)) yield* scene.withName(turned);
}
const partners = ({ scene, convention }: CheckContext): Partners => mirrorPartners(scene, convention);

/** A left without its right: what mirrors it has another name, or its other name stands where it does not mirror it. */
export const leftWithoutRight = defineCheck({
  id: 'left-without-right',
  family: 'names',
  title: 'Left without right',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['rename', 'transform', 'move', 'set shape', 'set bake', 'insert', 'remove', 'frames'],
  source: 'common practice',
  // Which of a row counts as the first is a matter of taste, so a studio asks for it.
  parameters: {
    mirrored: {
      type: 'switch',
      shipped: false,
      text: 'Whether the other side must also stand where it mirrors this one.',
    },
    slack: slack(0.01, 'How far off its mirrored place it may be.'),
  },
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
  *afterRenames(renamed, context, had) {
    const across = partners(context);
    for (const { object, from } of renamed) {
      const partner = across.get(object);
      if (partner !== undefined) yield partner;
      // Whoever is called as this one's mirror image, before or now, may miss it or have it.
      for (const name of [from, context.scene.get(object).name])
        for (const id of mirroring(context, name))
          if (context.parameters['mirrored'] === true || across.get(id) !== undefined || had(id)) yield id;
    }
  },
  asksPartners: true,
  afterPlaces({ cameOrWent }, context, before) {
    // Then it asks where another one stands, which may be anybody's.
    if (context.parameters['mirrored'] === true || !before) return null;
    const across = partners(context);
    const concerned = cameOrWent.flatMap((name) => [...mirroring(context, name)]);
    for (let id = 1; id < context.scene.nextId; id++)
      if (across.get(id) !== before.get(id)) concerned.push(id);
    return concerned;
  },
  evaluate(object, context) {
    const { scene, parameters, convention } = context;
    // A group has no shape to be mirrored by: where it stands is its own affair. A joint stands where it turns.
    if (object.shape === null && object.kind !== 'joint') return null;
    const partner = partners(context).get(object.id);
    const mirrored = parameters['mirrored'] === true;
    if (partner === undefined && !mirrored) return null;
    const { name } = object;
    const side = sideIn(context, object);
    if (!side || (partner !== undefined && isPut(scene.get(partner).name, name, side.span, side.word)))
      return null;
    const other = putAt(name, side.span, side.word);
    // Of several of that name the oldest, however they came to be called so.
    let there: ObjectId | undefined;
    for (const id of scene.withName(other)) if (there === undefined || id < there) there = id;
    if (there === undefined)
      return partner === undefined
        ? null
        : { message: 'unlike', data: { name, other, partner: scene.get(partner).name } };
    if (!mirrored || scene.get(there).shape === null) return null;
    const { facing, side: plane } = framesOf(scene, convention).of(object.id);
    const { axis } = axesOf[facing][0];
    const [a, b] = [placeOf(scene, object.id), placeOf(scene, there)];
    const off = Math.hypot(
      ...[0, 1, 2].map((k) => (k === axis ? a[k] + b[k] - 2 * plane.middle : a[k]! - b[k]!)),
    );
    if (off <= Number(parameters['slack'])) return null;
    return { message: 'elsewhere', data: { name, other, metres: Number(off.toPrecision(2)) } };
  },
  fix(object, context) {
    const side = sideIn(context, object);
    const partner = partners(context).get(object.id);
    if (!side || partner === undefined) return null;
    const other = putAt(object.name, side.span, side.word);
    return context.scene.withName(other).size
      ? null
      : renameTo(context.scene, context.scene.get(partner), other, context.convention);
  },
});
