import { RenquilError } from '@renquil/core/errors';
import fc from 'fast-check';
import { publishedModels } from '../testing/published-models.js';
import { openGltf } from './gltf-source.js';
import { readGltf } from './read-gltf.js';
import { makeGlb } from '../testing/make-glb.js';
import { writeGltf } from './write-gltf.js';

const small = publishedModels()
  .sort((a, b) => a.bytes.length - b.bytes.length)
  .slice(0, 4);

/** A reader may refuse, in words; it may not break, and what it takes it must be able to write. */
function survives(bytes: Uint8Array): void {
  try {
    const { scene, source } = readGltf(bytes, 'fuzz.glb');
    writeGltf(source, scene);
  } catch (error) {
    if (!(error instanceof RenquilError)) throw error;
  }
}

describe('the glTF reader under fire', () => {
  it('survives flipped, dropped and doubled bytes', () => {
    const model = fc.constantFrom(...small);
    const hit = fc.record({
      at: fc.nat(),
      how: fc.constantFrom('flip', 'drop', 'double', 'cut'),
      value: fc.nat(255),
    });
    fc.assert(
      fc.property(model, fc.array(hit, { minLength: 1, maxLength: 6 }), (from, hits) => {
        let bytes = [...from.bytes];
        for (const { at, how, value } of hits) {
          const i = at % bytes.length;
          if (how === 'flip') bytes[i] = value;
          else if (how === 'drop') bytes.splice(i, 1 + (value % 7));
          else if (how === 'double') bytes.splice(i, 0, ...bytes.slice(i, i + (value % 9)));
          else bytes = bytes.slice(0, Math.max(1, i));
        }
        survives(Uint8Array.from(bytes));
      }),
      { numRuns: 120 },
    );
  });
  it('survives any JSON in any place of the document', () => {
    const { json } = openGltf(small[0]!.bytes, 'model.glb');
    const paths: string[][] = [];
    const walk = (value: unknown, path: string[]): void => {
      paths.push(path);
      if (value && typeof value === 'object')
        for (const [key, inner] of Object.entries(value)) walk(inner, [...path, key]);
    };
    walk(json, []);
    const value = fc.oneof(
      fc.jsonValue({ maxDepth: 2 }),
      fc.integer(),
      fc.constantFrom(-1, 1e9, 1e308, 0.5, '', '../x', [], {}, null),
    ) as fc.Arbitrary<unknown>;
    fc.assert(
      fc.property(fc.constantFrom(...paths.slice(1)), value, (path, put) => {
        const copy = structuredClone(json) as unknown as Record<string, unknown>;
        let at = copy;
        for (const key of path.slice(0, -1)) at = at[key] as Record<string, unknown>;
        at[path.at(-1)!] = put;
        survives(makeGlb(copy, new Uint8Array(64)));
      }),
      { numRuns: 400 },
    );
  });
});
