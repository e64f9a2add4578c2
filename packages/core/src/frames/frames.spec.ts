import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { sceneFromOutline } from '../testing/outline.js';
import { randomEdit, seededRandom } from '../testing/random-edits.js';
import { applyChange } from '../edits/change.js';
import { planMove } from '../plans/plan-move.js';
import { FrameIndex } from './frame-index.js';
import { defaultSlack, type Frame, type Plane } from './frame.js';
import { framesOf } from './frames-of.js';
import { spokenWays } from './spoken-ways.js';

const read = (outline: string) => {
  const scene = sceneFromOutline(outline);
  return { scene, frames: framesOf(scene, null) };
};
/** A cart that faces a way, its middle somewhere: three parts of each side, each pair of a size of its own, and a body. */
const cart = (turn: 0 | 1 | 2 | 3, [x, z]: readonly [number, number], name = 'cart', deep = ''): string => {
  const at = (left: number, y: number, front: number): string => {
    // Left is +X when the front is +Z; each turn is a quarter about the vertical.
    let [px, pz] = [left, front];
    for (let i = 0; i < turn; i++) [px, pz] = [pz, -px];
    return `@${px + x},${y},${pz + z}`;
  };
  const size = (a: number, b: number, c: number): string =>
    `~${turn % 2 ? [c, b, a].join(',') : [a, b, c].join(',')}`;
  return [
    `${name}`,
    `  body : mesh ${at(0, 1, 0.2)} ${size(0.8, 0.4, 2)}`,
    ...[1, -1].flatMap((side) => [
      `  ${side > 0 ? 'L_' : 'R_'}Wheel : mesh ${at(side * 1.5, 0, 1)} ${size(0.1, 0.5, 0.5)}`,
      `  ${side > 0 ? 'L_' : 'R_'}Shaft : mesh ${at(side * 0.7, 1, 3)} ${size(0.05, 0.1, 1.5)}`,
      `  ${side > 0 ? 'L_' : 'R_'}Lamp : mesh ${at(side * 0.9, 2, 0.5)} ${size(0.2, 0.2, 0.3)}`,
    ]),
  ]
    .map((line) => deep + line)
    .join('\n');
};

/** A frame with its planes to the nanometre. */
function settled(frame: Frame): unknown {
  const to = (plane: Plane): Plane => ({ ...plane, middle: Math.round(plane.middle * 1e9) / 1e9 + 0 });
  return { ...frame, side: to(frame.side), depth: to(frame.depth) };
}

describe('the frames of a scene', () => {
  it('face where the names say, and have their plane where pairs have their middle, wherever the asset stands', () => {
    const facings = ['+Z', '+X', '-Z', '-X'] as const;
    for (const turn of [0, 1, 2, 3] as const)
      for (const place of [
        [0, 0],
        [40, -7],
      ] as const) {
        const { frames } = read(cart(turn, place));
        const frame = frames.of(1);
        expect(frame)
          .withContext(`turned ${turn} at ${place.join(' ')}`)
          .toEqual(
            jasmine.objectContaining({ root: 1, facing: facings[turn], facingBy: 'read', agree: 6, of: 6 }),
          );
        expect([frame.side.by, frame.side.pairs]).toEqual(['pairs', 3]);
        expect(frame.side.middle).toBeCloseTo(place[turn % 2]!, 6);
        expect(frames.of(8)).toBe(frame);
      }
  });
  it('keep the place they were made about where something sticks out on one side', () => {
    const lamp =
      'lamp\n  pole : mesh @0,2,0 ~0.1,2,0.1\n  arm : mesh @0.1,4,0 ~0.3,0.1,0.1\n  shade : mesh @0.3,3.5,0 ~0.2,0.3,0.3';
    expect(read(lamp).frames.of(1).side).toEqual({ middle: 0, by: 'origin', pairs: 0 });
    const far = lamp.replace(/@(\S+?),/g, (_, x) => `@${Number(x) + 30},`);
    expect(read(far).frames.of(1).side.by).toBe('box');
    expect(read(far).frames.of(1).side.middle).toBeCloseTo(30.15, 9);
    const placed = lamp.replace('lamp\n', 'lamp @30,0,0\n');
    expect(read(placed).frames.of(1).side).toEqual({ middle: 30, by: 'pivot', pairs: 0 });
  });
  it('are one for each asset of a heap, also when each faces its own way', () => {
    const { scene, frames } = read(
      `yard\n${cart(0, [0, 0], 'one', '  ')}\n${cart(2, [9, 3], 'other', '  ')}\n  sign : mesh @20,0,0`,
    );
    expect(
      frames.all
        .slice(1)
        .map(({ root, facing, side }) => [root && scene.get(root).name, facing, side.middle]),
    ).toEqual([
      ['one', '+Z', 0],
      ['other', '-Z', 9],
    ]);
    const [sign] = scene.withName('sign');
    expect([frames.of(1).root, frames.of(sign!).root]).toEqual([null, null]);
  });
  it('stay one where the parts of an asset are borne out by its middle only', () => {
    const left = ['L_arm', 'L_hand', 'L_thumb'].map((name, i) => `    ${name} : mesh @${2 + i},${i},0`);
    const right = ['R_arm', 'R_hand', 'R_thumb'].map((name, i) => `    ${name} : mesh @${-2 - i},${i},0`);
    const { frames } = read(['figure', '  left', ...left, '  right', ...right].join('\n'));
    expect(frames.all.slice(1).map(({ root, facing, agree }) => [root, facing, agree])).toEqual([
      [1, '+Z', 8],
    ]);
  });
  it('are assumed where no name says a side: one for each of several of the same make', () => {
    const bench = (n: number) =>
      `  bench${n}\n    seat : mesh @${n * 4},1,0 ~2,0.1,1\n    foot_a : mesh @${n * 4 - 1},0,0\n    foot_b : mesh @${n * 4 + 1},0,0`;
    const { frames } = read(['park', bench(0), bench(1), bench(2)].join('\n'));
    expect(frames.all.slice(1).map(({ facingBy, side, of }) => [facingBy, side.middle, of])).toEqual([
      ['assumed', 0, 0],
      ['assumed', 4, 0],
      ['assumed', 8, 0],
    ]);
  });
  it('of joints go by their places', () => {
    const arm = (side: string, out: number) =>
      ['arm', 'hand'].map((name, i) => `    ${name}_${side} : joint @${4 + out * (i + 1)},1,0`).join('\n');
    const { frames } = read(`rig\n  hips : joint @4,1,0\n${arm('l', 0.5)}\n${arm('r', -0.5)}`);
    expect(frames.of(1).facingBy).toBe('read');
  });
  it('are not read from names that say several things, or from two', () => {
    const mixed = cart(0, [0, 0])
      .replace('L_Wheel', 'x')
      .replace('R_Wheel', 'L_Wheel')
      .replace(/\bx\b/, 'R_Wheel');
    expect(read(mixed).frames.of(1).facingBy).toBe('assumed');
    expect(
      read('a\n  L_eye : mesh @1,0,0\n  R_eye : mesh @-1,0,0\n  nose : mesh').frames.of(1).facingBy,
    ).toBe('assumed');
  });
  it('go by names where a convention says another facing, and by what their root was told above all', () => {
    const { scene } = read(cart(2, [0, 0]));
    const declares = new CompiledConvention({ ...partsConvention, facing: '+Z' });
    expect(framesOf(scene, declares).of(3)).toEqual(
      jasmine.objectContaining({ facing: '-Z', facingBy: 'read', against: '+Z', agree: 6, of: 6 }),
    );
    scene.patch(1, { attributes: { facing: '+Z' } });
    expect(framesOf(scene, declares).of(3)).toEqual(
      jasmine.objectContaining({ facing: '+Z', facingBy: 'told', against: null, agree: 0 }),
    );
  });
  it('are the same after any edits as when they are looked for from the start', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const random = seededRandom(seed);
      const { scene } = read(`yard\n${cart(0, [0, 0], 'one', '  ')}\n${cart(2, [9, 3], 'two', '  ')}`);
      framesOf(scene, null);
      for (let i = 0; i < 12; i++) {
        applyChange(scene, { label: '', edits: randomEdit(scene, random) });
        const fresh = new FrameIndex(scene, {
          declared: null,
          says: (id) => spokenWays(scene.get(id).name),
          slack: defaultSlack,
        }).frames();
        // Assets in which nothing changed are not worked out again: their planes may be a breath off.
        expect(framesOf(scene, null).all.map(settled))
          .withContext(`seed ${seed}, edit ${i}`)
          .toEqual(fresh.all.map(settled));
      }
    }
  });
  it('go by where a group has its middle now, when something left it without moving', () => {
    // Its one part on the right pulls the middle of what is called left over to the right.
    const { scene, frames } = read(
      `${cart(0, [0, 0])}\n  left_bits\n    near : mesh @0.4,0,0 ~0.1,0.1,0.1\n    far : mesh @-1.3,0,0 ~0.1,0.1,0.1\n  more`,
    );
    expect([frames.of(1).agree, frames.of(1).of]).toEqual([6, 7]);
    const [left, far, more] = ['left_bits', 'far', 'more'].map((name) => [...scene.withName(name)][0]!);
    const plan = planMove(scene, far!, more!, { keep: 'world' });
    if (!plan.ok) throw new Error(plan.because);
    applyChange(scene, { label: '', edits: plan.edits });
    expect(scene.childrenOf(left!)).toHaveSize(1);
    expect([framesOf(scene, null).of(1).agree, framesOf(scene, null).of(1).of]).toEqual([7, 7]);
  });
  it('are worked out once for a state of the scene, also where patterns hang on a query', () => {
    const special = [{ title: 'lamps', where: 'name:*lamp*', pattern: [{ slot: 'what' }] }];
    const convention = new CompiledConvention({ ...partsConvention, special });
    const { scene } = read(cart(0, [0, 0]));
    const first = framesOf(scene, convention);
    expect(framesOf(scene, convention)).toBe(first);
    scene.patch(2, { name: 'other' });
    expect(framesOf(scene, convention)).not.toBe(first);
  });
});
