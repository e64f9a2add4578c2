import { openScene } from '@renquil/formats';
import { crateChair, typesCrate } from '@renquil/formats/testing';
import type { Kind } from './fuzz-case.js';

const files = [Uint8Array.from(Buffer.from(typesCrate, 'base64')), crateChair()];

/** Binary layers of OpenUSD with some of their bytes changed, or cut off: read, or refused in words. */
export const crates: Kind = (dice) => {
  const from = dice.one(files);
  const bytes = from.slice(0, dice.often(0.1) ? dice.upTo(from.length) : from.length);
  for (let hits = 1 + dice.upTo(6); hits > 0 && bytes.length > 9; hits--) {
    const at = 8 + dice.upTo(bytes.length - 9);
    bytes[at] = dice.often(0.5) ? dice.upTo(255) : dice.one([0, 1, 127, 128, 255]);
  }
  return {
    input: Buffer.from(bytes).toString('base64'),
    run: () => {
      const { scene, write } = openScene(bytes, 'fuzz.usdc');
      write(scene);
    },
  };
};
