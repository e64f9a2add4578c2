import { officialLayers } from '../testing/official-layers.js';
import { trapLayer } from '../testing/trap-layer.js';
import { UsdReference } from '../testing/usd-reference.js';
import type { ReferenceAnswer } from '../testing/usd-reference-child.js';
import { LayerText } from './layer-text.js';
import { parseUsda } from './parse-usda.js';
import { renamePatches } from './rename-prims.js';
import { UsdaLinks } from './usda-links.js';
import { UsdaNamespace } from './usda-namespace.js';

/** For what never ends, not a measure of speed: the reference takes its time on a busy machine. */
const bound = 240_000;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);

describe('a layer of OpenUSD text, by OpenUSD itself', () => {
  let reference: UsdReference;
  beforeAll(async () => (reference = await UsdReference.open()), bound);
  afterAll(() => reference.close());
  const ask = async (bytes: Uint8Array): Promise<ReferenceAnswer> => {
    const answer = await reference.ask('layer.usda', { 'layer.usda': bytes });
    if (answer.error) throw new Error(answer.error);
    return answer;
  };
  /** Every place gets a name that is nowhere else, so that plain text takes it back. */
  const renamed = (bytes: Uint8Array, which: (place: number) => boolean = () => true) => {
    const layer = parseUsda(bytes, 'layer.usda');
    const namespace = new UsdaNamespace(layer);
    const links = new UsdaLinks(namespace);
    const name = (place: number): string =>
      which(links.of(place)) ? `zq${links.of(place)}q` : namespace.places[place]!.name;
    const now = { name, parent: (place: number) => namespace.places[place]!.parent };
    const text = new LayerText(bytes);
    text.patch(renamePatches(layer, namespace, now));
    const out = text.whole();
    const back = (text: string): string =>
      text.replace(/zq(\d+)q/g, (_, n) => namespace.places[Number(n)]!.name);
    return { out, back, namespace };
  };
  const layers = [...officialLayers(), { name: 'traps', bytes: utf8(trapLayer) }];
  it('has ten official layers to be held to', () => expect(layers.length).toBe(11));
  for (const { name, bytes } of layers)
    it(
      `means the same after all its prims are renamed: ${name}`,
      async () => {
        const { out, back, namespace } = renamed(bytes);
        const [before, after] = [await ask(bytes), await ask(out)];
        expect(back(after.layer!)).toBe(before.layer!);
        expect(back(after.stage!)).toBe(before.stage!);
        expect(after.paths!.map(back)).toEqual(before.paths!);
        // No path means a place by the name that it had: text that takes names back would not see it.
        const known = new Set(namespace.places.map((_, place) => namespace.pathOf(place)));
        const old = after.paths!.filter(
          (path) => known.has(path) || [...known].some((one) => path.includes(`[${one}`)),
        );
        expect(old).toEqual([]);
      },
      bound,
    );
  it(
    'means the same after some of them are',
    async () => {
      const before = await ask(utf8(trapLayer));
      for (let salt = 0; salt < 25; salt++) {
        const { out, back } = renamed(utf8(trapLayer), (place) => (place * 7919 + salt * 104729) % 5 < 2);
        const after = await ask(out);
        expect(back(after.layer!)).withContext(`${salt}`).toBe(before.layer!);
        expect(back(after.stage!)).withContext(`${salt}`).toBe(before.stage!);
      }
    },
    bound,
  );
});
