import {
  CompiledConvention,
  defineConvention,
  kinds,
  learnConvention,
  readName,
  type Kind,
} from '@renquil/core';
import { publishedModels, type PublishedModel } from '../testing/published-models.js';
import { readGltf } from './read-gltf.js';

/** Node names that a profile.json of the W3C WebXR input profiles says its model must hold. */
function wantedNames({ profile, name }: PublishedModel): Set<string> {
  const wanted = new Set<string>();
  const hand = name.split('/')[1]!.replace('.glb', '');
  for (const [layout, { components, assetPath }] of Object.entries(profile.layouts)) {
    if (assetPath ? !name.endsWith(assetPath) : !layout.split('-').includes(hand)) continue;
    for (const { visualResponses } of Object.values(components))
      for (const response of Object.values(visualResponses))
        for (const [key, value] of Object.entries(response))
          if (/^(?:value|min|max)NodeName$/.test(key) && typeof value === 'string') wanted.add(value);
  }
  return wanted;
}
const every = <T>(value: T): Record<Kind, T> =>
  Object.fromEntries(kinds.map((kind) => [kind, value])) as Record<Kind, T>;

describe('conventions for the published WebXR models', () => {
  const models = publishedModels().filter((model) => wantedNames(model).size);
  it('are there to be tried', () => expect(models.length).toBeGreaterThan(10));
  for (const model of models) {
    it(`${model.name}: one written from its profile.json accepts exactly the names that must be there`, () => {
      const wanted = wantedNames(model);
      const convention = new CompiledConvention(
        defineConvention({
          renquil: 'convention/1',
          name: model.name,
          separator: '',
          facing: '-Z',
          slots: { node: { words: [...wanted].map((word) => ({ word })), role: 'other' } },
          patterns: every([{ slot: 'node' }]),
          helpers: { prefixes: [] },
        }),
      );
      const { scene } = readGltf(model.bytes, model.name);
      const accepted = new Set<string>();
      for (const { name, kind } of scene.walk())
        if (readName(convention, kind, name).fits) accepted.add(name);
      // The published right hand lacks the three nodes that its own profile asks for; the left one has them.
      const lacks = model.name === 'generic-hand/right.glb' ? wanted.size : 0;
      expect([...accepted].sort()).toEqual([...wanted].sort().slice(lacks));
      // The parts that the names are made of, as the profile's registry has them: component, response, value, min or max.
      for (const name of wanted) expect(name).toMatch(/_(?:value|min|max)$/);
    });
  }
  it('can be learned: what is learned from a model of words, value, min and max reads its names again', () => {
    const model = models.find((one) => one.name === 'generic-trigger-squeeze-thumbstick/left.glb')!;
    const { scene } = readGltf(model.bytes, model.name);
    const wanted = wantedNames(model);
    const objects = [...scene.walk()].filter((object) => wanted.has(object.name)).map((object) => object.id);
    const learned = learnConvention([{ scene, objects }]);
    expect(learned.convention.separator).toBe('_');
    expect(learned.names).toBe(wanted.size);
  });
});
