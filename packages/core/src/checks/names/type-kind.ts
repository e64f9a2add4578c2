import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { Kind } from '../../scene/scene-object.js';
import { defineCheck, readingOf } from '../check.js';

/** Type word -> kinds whose pattern allows it; remembered for a convention. */
const known = new WeakMap<CompiledConvention, ReadonlyMap<string, readonly Kind[]>>();
function kindsOf(convention: CompiledConvention): ReadonlyMap<string, readonly Kind[]> {
  let map = known.get(convention);
  if (map) return map;
  const made = new Map<string, Kind[]>();
  for (const [kind, parts] of Object.entries(convention.source.patterns)) {
    for (const { slot, only } of parts) {
      if (convention.slots.get(slot)?.role !== 'type') continue;
      for (const word of only ?? convention.slots.get(slot)!.words)
        made.set(word, [...(made.get(word) ?? []), kind as Kind]);
    }
  }
  known.set(convention, (map = made));
  return map;
}

/** The type at the end of a name belongs to objects of another kind. */
export const typeKind = defineCheck({
  id: 'type-kind',
  family: 'names',
  title: 'Type of another kind',
  severity: 'blocker',
  scope: 'object',
  source: 'the convention of the scene',
  messages: {
    other: {
      short: '{{text}} on a {{kind}}',
      because: '"{{name}}" ends as a {{kinds}} would, in "{{text}}", but it is a {{kind}}.',
    },
  },
  evaluate({ name, kind }, context) {
    const { convention } = context;
    const { separator } = convention.source;
    const slot = convention.slotFor('type');
    if (!slot || !separator) return null;
    // A name that fits has the type of its kind.
    if (readingOf(context, kind, name).fits || convention.helperPrefix(name)) return null;
    const text = name.slice(name.lastIndexOf(separator) + separator.length);
    // A whole name that is one word says nothing of a type.
    if (text === name) return null;
    const word = slot.words.has(text) ? text : slot.spelled.get(text.toLowerCase());
    const meant = word === undefined ? undefined : kindsOf(convention).get(word);
    if (!meant?.length || meant.includes(kind)) return null;
    return { message: 'other', data: { name, text, kind, kinds: meant.join(' or ') }, slot: slot.name };
  },
});
