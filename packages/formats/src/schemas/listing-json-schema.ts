import { kinds } from '@renquil/core/scene';
import { listingLimits } from '../listing/listing.js';

const numbers = (length: number, description: string) => ({
  ...{ type: 'array', items: { type: 'number' }, minItems: length, maxItems: length, description },
});
const id = { type: ['string', 'number'] };
const count = { type: 'integer', minimum: 0 };
const box = numbers(3, 'In the space of the object, in the units of the listing.');

/**
 * What a scene listing may look like, as JSON Schema 2020-12; published as docs/schemas/listing.schema.json. What a schema
 * cannot say (every id once, parents that are there, no rings) is looked at when a listing is read.
 */
export const listingJsonSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'renquil:listing/1',
  title: 'Renquil scene listing',
  description:
    'A hierarchy as any program can write it: names, tree, places, bounds. Members that are not here are kept.',
  type: 'object',
  required: ['renquil', 'objects'],
  properties: {
    renquil: { const: 'listing/1' },
    metersPerUnit: { type: 'number', exclusiveMinimum: 0, description: '1 where it is left out.' },
    up: { enum: ['Y', 'Z'], description: 'Y where it is left out.' },
    objects: {
      type: 'array',
      maxItems: listingLimits.objects,
      items: {
        type: 'object',
        required: ['id', 'name', 'parent'],
        properties: {
          id: { ...id, description: 'Of the program that wrote it; only this object has it.' },
          name: { type: 'string' },
          parent: {
            type: ['string', 'number', 'null'],
            description: 'The id of what it hangs under; null: nothing.',
          },
          kind: {
            type: 'string',
            description: `One of ${kinds.join(', ')}; any other is a group, or a mesh with faces.`,
          },
          translation: numbers(3, 'Local, as in glTF 2.0, section 3.5.3.'),
          rotation: numbers(4, 'A unit quaternion x, y, z, w.'),
          scale: numbers(3, 'Local.'),
          matrix: numbers(16, 'Local, in place of the three: the translation is the 13th to 15th number.'),
          world: numbers(16, 'The same in the world, in place of a local transform.'),
          bounds: {
            type: 'object',
            required: ['min', 'max'],
            properties: { min: box, max: box },
            description: 'What its own shape fills, without what is below it. Drawn as a box.',
          },
          faces: { ...count, description: 'As triangles.' },
          vertices: count,
          materials: { type: 'array', items: { type: 'string' }, maxItems: listingLimits.materials },
          layer: { type: 'string' },
          visible: { type: 'boolean', description: 'Shown where it is left out.' },
          attributes: { type: 'object', description: 'Whatever a studio keeps with an object.' },
          renquil: { type: 'object', description: 'What only Renquil knows: other switches, mark, rest.' },
        },
      },
    },
  },
};
