import { openScene } from '@renquil/formats';
import { packedModel } from '@renquil/formats/testing';
import { loadUnpackers } from '@renquil/formats/unpackers-node';
import type { Kind } from './fuzz-case.js';

const models = await Promise.all((['draco', 'meshopt'] as const).map((how) => packedModel(how)));
const unpackers = await loadUnpackers();

/** Files of packed shapes whose packed bytes are damaged: what cannot be unpacked stays packed. */
export const packedShapes: Kind = (dice) => {
  const bytes = dice.one(models).bytes.slice();
  const json = new DataView(bytes.buffer).getUint32(12, true);
  for (let hits = 1 + dice.upTo(8); hits > 0; hits--) {
    const at = 20 + json + 8 + dice.upTo(bytes.length - json - 29);
    bytes[at] = dice.often(0.5) ? dice.upTo(255) : 255;
  }
  return {
    input: Buffer.from(bytes).toString('base64'),
    run: () => {
      const { scene, write } = openScene(bytes, 'fuzz.glb', undefined, { unpackers });
      if (write(scene).bytes !== bytes) throw new Error('what was not changed is written otherwise');
    },
  };
};
