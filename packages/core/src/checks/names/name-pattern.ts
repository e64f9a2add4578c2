import type { Misfit } from '../../names/slots/read-name.js';
import { defineCheck, readingOf, type Report } from '../check.js';

type Message = 'missing' | 'many' | 'order' | 'spelling' | 'near' | 'case' | 'digits' | 'loose';

/** The name is not made of the slots that its kind asks for. */
export const namePattern = defineCheck<Message>({
  id: 'name-pattern',
  family: 'names',
  title: 'Does not fit its pattern',
  severity: 'blocker',
  reach: 'object',
  reachIn: ({ hasSpecial }) => (hasSpecial ? 'scene' : 'object'),
  source: 'the convention of the scene',
  messages: {
    missing: {
      short: 'no {{slot}}',
      because: 'A {{kind}} wants a {{slot}}, such as "{{wanted}}", and "{{name}}" has none.',
    },
    many: {
      short: '{{count}} slots missing',
      because: 'A {{kind}} wants {{slots}}; "{{name}}" has none of them.',
    },
    order: {
      short: '{{slot}} goes first',
      because:
        'In "{{name}}" the {{other}} stands before the {{slot}}; the pattern has them the other way round.',
    },
    spelling: {
      short: '{{wanted}} for {{text}}',
      because: '"{{text}}" is written "{{wanted}}" in the {{slot}} slot.',
    },
    near: {
      short: 'spelling: {{wanted}}',
      because: '"{{text}}" is no listed {{slot}}; the nearest is "{{wanted}}".',
    },
    case: { short: 'case: {{wanted}}', because: '"{{text}}" should be written "{{wanted}}".' },
    digits: {
      short: '{{wanted}} for {{text}}',
      because: 'The number "{{text}}" should be written "{{wanted}}".',
    },
    loose: {
      short: 'separators',
      because: 'The words of "{{name}}" are right, but what stands between them is not: "{{wanted}}".',
    },
  },
  evaluate(object, context) {
    const { scene, convention } = context;
    const { name, kind } = object;
    const key = convention.keyOf(scene, object);
    if (name === '' || !convention.pattern(key)) return null;
    const reading = readingOf(context, key, name);
    // A word that is simply in no list is the business of its own check.
    if (reading.fits || reading.misfits[0]?.code === 'unlisted') return null;
    return report(reading.misfits, name, reading.helper ? 'helper' : kind);
  },
});

function report(misfits: readonly Misfit[], name: string, kind: string): Report<Message> {
  const missing = misfits.filter((m) => m.code === 'missing');
  if (missing.length > 1) {
    const slots = missing.map((m) => m.slot).join(', ');
    return { message: 'many', data: { count: missing.length, slots, name, kind }, slot: missing[0]!.slot };
  }
  const first = missing[0] ?? misfits[0]!;
  const data = { name, kind, slot: first.slot, text: first.text, wanted: first.wanted };
  switch (first.code) {
    case 'order':
      return { message: 'order', data: { ...data, slot: first.slot, other: first.wanted }, slot: first.slot };
    case 'no-pattern':
    case 'unlisted':
      return { message: 'loose', data };
    default:
      return { message: first.code, data, slot: first.slot };
  }
}
