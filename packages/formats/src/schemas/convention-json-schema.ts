import { severities } from '@renquil/core/checks';
import { facings } from '@renquil/core/frames';
import { otherThings, slotRoles, wordCases } from '@renquil/core/names';
import { kinds } from '@renquil/core/scene';
import { houseRuleJsonSchema, mostRules } from './house-rule.js';

const text = (most: number, least = 1) => ({ type: 'string', minLength: least, maxLength: most });
const closed = (properties: object, required: readonly string[] = []) => ({
  type: 'object',
  properties,
  required,
  additionalProperties: false,
});
const map = (of: object) => ({ type: 'object', additionalProperties: of });

/**
 * What a convention file may look like, as JSON Schema 2020-12; published as docs/schemas/convention.schema.json. What a
 * schema cannot say (a pattern uses only slots that are there, a word is listed once) is checked when a file is read.
 */
export const conventionJsonSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'renquil:convention/1',
  title: 'Renquil convention',
  description: "A studio's rules for names and hierarchy: slots, word lists, patterns, checks.",
  $defs: {
    word: closed(
      {
        word: text(60),
        spellings: {
          type: 'array',
          items: text(60),
          maxItems: 200,
          description: 'What people write instead.',
        },
        means: {
          ...text(60),
          description: 'The way it points (left, front, ...) or the kind it stands for.',
        },
      },
      ['word'],
    ),
    slot: closed({
      words: { type: 'array', items: { $ref: '#/$defs/word' }, maxItems: 5000 },
      digits: { type: 'integer', minimum: 1, maximum: 12 },
      atLeast: {
        type: 'boolean',
        description: 'Numbers may have more digits, then with no zero before them.',
      },
      letters: { enum: ['lower', 'upper'], description: 'Numbers are written as letters: a, b ... z, aa.' },
      prefix: {
        ...text(10),
        pattern: '^[A-Za-z]+$',
        description: 'What the digits have before them, as the v of v02.',
      },
      start: { type: 'integer', minimum: 0 },
      case: { enum: [...wordCases] },
      joint: {
        ...text(3),
        pattern: '^[^A-Za-z0-9]+$',
        description: 'Several words may stand here, with this between them: index_finger_tip.',
      },
      most: { type: 'integer', minimum: 1, maximum: 12, description: 'Words at most; left out: 6.' },
      role: { enum: [...slotRoles], description: 'What the slot tells; left out: by its name.' },
    }),
    part: closed(
      {
        slot: text(60),
        optional: { type: 'boolean' },
        glued: { type: 'boolean', description: 'No separator before it.' },
        after: {
          ...text(3),
          pattern: '^[^A-Za-z0-9]+$',
          description: 'What stands before it in place of the separator.',
        },
        only: { type: 'array', items: text(60), minItems: 1, maxItems: 200 },
      },
      ['slot'],
    ),
    pattern: { type: 'array', items: { $ref: '#/$defs/part' }, minItems: 1, maxItems: 12 },
    template: closed(
      {
        branches: {
          type: 'array',
          maxItems: 100,
          items: closed({ name: text(200), optional: { type: 'boolean' } }, ['name']),
        },
        strangers: { type: 'boolean' },
        floor: { type: 'boolean' },
        symmetric: { type: 'boolean' },
      },
      ['branches'],
    ),
  },
  ...closed(
    {
      renquil: { const: 'convention/1' },
      name: text(120),
      separator: text(3, 0),
      humps: {
        enum: ['camel', 'pascal'],
        description: 'Without a separator, capitals part the slots; camel: the first begins small.',
      },
      facing: {
        enum: [...facings],
        description: 'Which way the front of assets faces; left out: as their names say, else +Z.',
      },
      slots: {
        type: 'object',
        propertyNames: { pattern: '^[a-z][A-Za-z0-9]{0,30}$' },
        additionalProperties: { $ref: '#/$defs/slot' },
      },
      patterns: {
        type: 'object',
        propertyNames: { enum: [...kinds] },
        additionalProperties: { $ref: '#/$defs/pattern' },
      },
      special: {
        type: 'array',
        maxItems: 50,
        items: closed({ title: text(120), where: text(1000), pattern: { $ref: '#/$defs/pattern' } }, [
          'title',
          'where',
          'pattern',
        ]),
      },
      others: {
        type: 'object',
        propertyNames: { enum: [...otherThings] },
        additionalProperties: { $ref: '#/$defs/pattern' },
      },
      slack: { type: 'number', minimum: 0, maximum: 1000, description: 'Metres that count as the middle.' },
      helpers: closed({ prefixes: { type: 'array', items: text(30), maxItems: 50 } }, ['prefixes']),
      templates: map({ $ref: '#/$defs/template' }),
      checks: map(closed({ severity: { enum: [...severities, 'off'] }, parameters: { type: 'object' } })),
      rules: {
        type: 'array',
        maxItems: mostRules,
        items: houseRuleJsonSchema,
        description: "Checks of the studio's own.",
      },
    },
    ['renquil', 'name', 'separator', 'slots', 'patterns', 'helpers'],
  ),
} as const;
