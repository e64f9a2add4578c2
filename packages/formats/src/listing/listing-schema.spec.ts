import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { randomTree, seededRandom } from '@renquil/core/testing';
import { listingJsonSchema } from '../schemas/listing-json-schema.js';
import { openScene } from '../scene-file.js';
import { listScene } from './write-listing.js';

describe('the published schema of listings', () => {
  const published = new Ajv2020({ strict: true, allErrors: true, allowUnionTypes: true }).compile(
    listingJsonSchema,
  );
  const docs = (file: string): string =>
    readFileSync(new URL(`../../../../docs/${file}`, import.meta.url), 'utf8');

  it('is the one that is published', () =>
    expect(JSON.parse(docs('schemas/listing.schema.json'))).toEqual(
      JSON.parse(JSON.stringify(listingJsonSchema)),
    ));
  it('takes what is written', () => {
    for (let seed = 1; seed <= 5; seed++) {
      const made: unknown = JSON.parse(
        new TextDecoder().decode(listScene(randomTree(seededRandom(seed), 20), false)),
      );
      expect(published(made)).withContext(JSON.stringify(published.errors)).toBeTrue();
    }
  });
  it('takes every example of its page, and so does the reader', () => {
    const examples = [...docs('listing.md').matchAll(/```json\n([^]*?)```/g)].map((m) => m[1]!);
    expect(examples.length).toBeGreaterThan(0);
    for (const text of examples) {
      expect(published(JSON.parse(text)))
        .withContext(JSON.stringify(published.errors))
        .toBeTrue();
      expect(openScene(new TextEncoder().encode(text), 'a.json').scene.size).toBeGreaterThan(2);
    }
  });
  for (const [what, object] of [
    ['no name', { id: 1, parent: null }],
    ['an id of another kind', { id: true, name: '', parent: null }],
    ['two numbers for a place', { id: 1, name: '', parent: null, translation: [1, 2] }],
    ['half a face', { id: 1, name: '', parent: null, faces: 0.5 }],
    ['materials that are no texts', { id: 1, name: '', parent: null, materials: [1] }],
    ['bounds without an end', { id: 1, name: '', parent: null, bounds: { min: [0, 0, 0] } }],
  ] as const)
    it(`refuses ${what}, as the reader does`, () => {
      const listing = { renquil: 'listing/1', objects: [object] };
      expect(published(listing)).toBeFalse();
      expect(() => openScene(new TextEncoder().encode(JSON.stringify(listing)), 'a.json')).toThrowError(
        /objects\[0\]/,
      );
    });
});
