import { schemaText } from './schema-text.js';

describe('a schema in words', () => {
  const table: readonly [unknown, string][] = [
    [{ type: 'string' }, 'text'],
    [{ type: ['string', 'null'] }, 'text or null'],
    [{ type: 'string', format: 'date-time' }, 'time'],
    [{ type: 'string', enum: ['a', 'b'] }, 'a | b'],
    [{ const: true }, 'true'],
    [{ type: 'integer', minimum: 0 }, '0 or more'],
    [{ type: 'integer', minimum: 1, maximum: 4 }, '1..4'],
    [{ type: 'number', maximum: 4 }, 'up to 4'],
    [{ type: 'array', items: { $ref: '#/components/schemas/Gate' } }, 'list of Gate'],
    [{ type: 'object', additionalProperties: { type: 'integer' } }, 'object of number'],
    [{ type: 'object', properties: {} }, '{}'],
    [{ anyOf: [{ $ref: '#/x/Gate' }, { type: 'null' }] }, 'Gate or null'],
    [
      {
        type: 'object',
        required: ['a'],
        properties: { a: { type: 'boolean' }, b: { type: 'integer', minimum: 1, maximum: 9, default: 3 } },
      },
      '{ a: yes or no, b?: 1..9 = 3 }',
    ],
    [null, 'anything'],
  ];
  for (const [schema, text] of table) it(text, () => expect(schemaText(schema)).toBe(text));
});
