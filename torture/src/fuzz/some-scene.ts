import type { Scene } from '@renquil/core/scene';
import { randomTree, sceneFromOutline, sidedOutline } from '@renquil/core/testing';
import { texts, type Dice } from './values.js';

/** A made-up scene with names of all sorts. */
export function someScene(dice: Dice): Scene {
  const scene = dice.often(0.5) ? sceneFromOutline(sidedOutline) : randomTree(dice.random, 20);
  for (const { id } of [...scene.walk()])
    if (dice.often(0.3)) scene.patch(id, { name: dice.one(texts.filter((text) => text.isWellFormed())) });
  if (dice.often(0.3))
    for (let i = dice.upTo(6); i >= 0; i--)
      scene.keepSet(`s${i}`, {
        name: `s${i}`,
        how: 'live',
        query: dice.one(['set:*', 'set:s1 or a', '-set:s2', '(']),
      });
  return scene;
}
