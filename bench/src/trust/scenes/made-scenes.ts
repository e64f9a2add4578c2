import { assets } from './assets.js';
import { buildScene, type MadeScene, type Placing } from './build-scene.js';
import { habits } from './habits.js';

const one = (asset: keyof typeof assets, facing: Placing['facing'] = '+Z', ...at: number[]): Placing => ({
  asset: assets[asset]!,
  facing,
  at: [at[0] ?? 0, at[1] ?? 0, at[2] ?? 0],
});
const row = (asset: keyof typeof assets, count: number, facing: Placing['facing'], dx: number, dz: number) =>
  Array.from({ length: count }, (_, i) => one(asset, facing, 3 + i * dx, 0, -2 + i * dz));
const h = (name: keyof typeof habits) => habits[name]!;

/** Sixteen clean scenes under twelve habits of naming: off the origin, turned, several in one, without sides, flat. */
export const madeScenes: Readonly<Record<string, () => MadeScene>> = {
  handcart: () => buildScene([one('handcart')], h('prefixSides')),
  rowboat_turned: () => buildScene([one('rowboat', '+X', 12, 0, 4)], h('typeFirst')),
  loom_camel: () => buildScene([one('loom', '-Z', -3, 0, 7)], h('camelNoSign')),
  cupboard_pascal: () => buildScene([one('cupboard', '+Z', 5, 0, 0)], h('pascalNoSign')),
  handcart_kebab: () => buildScene([one('handcart', '-X', 0, 0, 9)], h('kebab')),
  loom_two_signs: () => buildScene([one('loom', '+Z', 2, 0, 2)], h('twoSigns')),
  handcart_joined: () => buildScene([one('handcart', '-Z', 4, 0, 4)], h('joinedSides')),
  heron: () => buildScene([one('heron')], h('snakeSuffix')),
  heron_behind: () => buildScene([one('heron', '-Z', 1, 0, 1)], h('prefixSides')),
  boat_versions: () => buildScene([one('rowboat', '-Z')], h('versioned')),
  shelf_letters: () => buildScene([one('shelf', '+Z', 1.5)], h('letters')),
  shelf_variants: () => buildScene([one('shelf', '+X', 3, 0, 3)], h('variants')),
  plough_glued: () => buildScene([one('plough', '-Z', 6, 0, 0)], h('gluedToMaybe')),
  benches: () => buildScene(row('bench', 4, '+X', 0, 3), h('snakeSuffix'), { heap: true }),
  lamp_street: () => buildScene(row('lampPost', 6, '+Z', 4, 0), h('typeFirst'), { heap: true }),
  fountain_flat: () => buildScene([one('fountain')], h('kebab'), { flat: true }),
  cupboards_apart: () =>
    buildScene([one('cupboard', '+Z', -4), one('plough', '-X', 4, 0, 3)], h('prefixSides')),
};
