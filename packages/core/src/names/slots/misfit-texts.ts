/** What the check of patterns says: a few words for a cell, and a sentence that names the place. */
export const patternTexts = {
  missing: {
    short: 'no {{slot}}',
    because: '"{{name}}" has no {{said}}, such as "{{wanted}}"; the pattern of a {{kind}} asks for one.',
  },
  wordless: {
    short: 'no {{slot}}',
    because: '"{{name}}" has no {{said}}; the pattern of a {{kind}} asks for one.',
  },
  many: {
    short: '{{count}} slots missing',
    because: '"{{name}}" has no {{slots}}; the pattern of a {{kind}} asks for them.',
  },
  order: {
    short: '{{slot}} goes first',
    because:
      'In "{{name}}" the {{other}} "{{before}}" stands before the {{said}} "{{text}}"; the pattern has the {{said}} first.',
  },
  spelling: {
    short: '{{wanted}} for {{text}}',
    because: 'The convention writes "{{wanted}}" for the {{said}} that "{{text}}" says.',
  },
  near: {
    short: 'spelling: {{wanted}}',
    because: '"{{text}}" is no listed {{said}}; the nearest is "{{wanted}}".',
  },
  case: { short: 'case: {{wanted}}', because: 'The convention writes "{{wanted}}", not "{{text}}".' },
  apart: {
    short: 'words around the {{other}}',
    because:
      'Of "{{text}}" one word can be the {{said}}: the {{other}} "{{between}}" stands between them. Together they would be written "{{wanted}}".',
  },
  digits: {
    short: '{{wanted}} for {{text}}',
    because: 'The convention writes the {{said}} "{{text}}" as "{{wanted}}".',
  },
  wide: {
    short: '{{digits}} digits, not {{count}}',
    because: 'The {{said}} "{{text}}" has {{count}} digits; the convention has room for {{digits}}.',
  },
  between: {
    short: 'separators',
    because:
      'Between "{{before}}" and "{{after}}" stands {{text}}, where the pattern has {{sign}}: "{{wanted}}".',
  },
  edge: {
    short: 'separators',
    because: '{{text}} stands at an end of "{{name}}", where the pattern has nothing: "{{wanted}}".',
  },
  left: {
    short: 'ends in {{text}}',
    because: '"{{name}}" fits without "{{text}}", which a copy or unfinished work left at its end.',
  },
  strange: {
    short: '{{text}} is no {{slot}}',
    because: '"{{text}}" cannot stand as the {{said}} of "{{name}}" as it is written.',
  },
} as const;
/** All that can be said of a name that does not fit: words in no list have a check of their own. */
export const misfitTexts = {
  ...patternTexts,
  unlisted: {
    short: 'no {{slot}}: {{text}}',
    because: '"{{text}}" is in no list of the {{said}}.',
  },
  unasked: { short: 'no pattern', because: 'The convention has no pattern for a {{kind}}.' },
} as const;
/** Messages about a whole pattern. */
export type PatternMessage = keyof typeof patternTexts;
/** Every message about a name that leaves its pattern. */
export type MisfitMessage = keyof typeof misfitTexts;
