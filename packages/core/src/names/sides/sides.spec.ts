import { framesOf } from '../../frames/frames-of.js';
import { sceneFromOutline } from '../../testing/outline.js';
import { seededRandom } from '../../testing/random-edits.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import { partsConvention } from '../slots/parts.js';
import { senseOf } from '../slots/senses.js';
import { mirrorPartners } from './mirror-partners.js';
import type { Facing, Frame } from '../../frames/frame.js';
import { depthSeat, heightSeat, sideSeat } from './seating.js';
import { swapSides } from './swap-sides.js';

const parts = new CompiledConvention(partsConvention);

/** An asset about the world's origin that faces a way. */
const facing = (way: Facing): Frame => {
  const plane = { middle: 0, by: 'origin', pairs: 0 } as const;
  return {
    root: null,
    facing: way,
    facingBy: 'declared',
    against: null,
    side: plane,
    depth: plane,
    agree: 0,
    of: 0,
  };
};

describe('where an object sits', () => {
  const scene = sceneFromOutline(`
    left : mesh @3,0,0
    middle : mesh @0.004,0,0
    over : mesh @0.5,0,0
    ahead : mesh @0,0,4
    pair_grp
      a : mesh @5,2,0
      b : mesh @7,8,0
    point : light @-1,0,0
  `);
  const side = (name: string, way: Facing = '+Z') => {
    const seat = sideSeat(scene, [...scene.withName(name)][0]!, facing(way));
    return `${seat.sense}${seat.clear ? '' : '?'}`;
  };
  it('is left where glTF 2.0 has the left of what faces +Z, at +X', () => {
    expect(['left', 'middle', 'over', 'point'].map((name) => side(name))).toEqual([
      'left',
      'centre',
      'left?',
      'right',
    ]);
  });
  it('turns with the facing', () => {
    expect([side('left', '-Z'), side('ahead', '+X'), side('ahead', '-X'), side('left', '+X')]).toEqual([
      'right',
      'right',
      'left',
      'centre',
    ]);
  });
  it('of a group is where all below it is', () => {
    expect(side('pair_grp')).toBe('left');
    expect(sideSeat(scene, 5, facing('+Z')).metres).toBe(6);
  });
  it('front and back likewise, top and under within what it hangs under', () => {
    expect(depthSeat(scene, 4, facing('+Z')).sense).toBe('front');
    expect(depthSeat(scene, 4, facing('-Z')).sense).toBe('back');
    expect([heightSeat(scene, 6).sense, heightSeat(scene, 7).sense]).toEqual(['under', 'top']);
  });
});

describe('mirror partners', () => {
  const towardsX = new CompiledConvention({ ...partsConvention, facing: '+X' });
  it('are found across the plane, both ways, each once', () => {
    const scene = sceneFromOutline(`
      a : mesh @2,0,1
      b : mesh @-2,0,1
      c : mesh @-2,0,1
      mid : mesh
      far : mesh @2,0,9
      big : mesh @4,0,1 ~2,2,2
      big2 : mesh @-4,0.001,1 ~2,2,2
    `);
    expect([...mirrorPartners(scene, null)]).toEqual([
      [1, 2],
      [2, 1],
      [6, 7],
      [7, 6],
    ]);
    expect(mirrorPartners(scene, towardsX).size).toBe(0);
  });
  it('leave nobody alone who has somebody free across', () => {
    let paired = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const random = seededRandom(seed);
      const near = (): number =>
        Math.round(random() * 6 - 3) + (random() < 0.5 ? 0 : random() * 0.006 - 0.003);
      const scene = sceneFromOutline(
        Array.from({ length: 40 }, (_, i) => `n${i} : mesh @${near()},${near()},0`).join('\n'),
      );
      const partners = mirrorPartners(scene, null);
      const { middle } = framesOf(scene, null).of(1).side;
      const at = (id: number) => scene.world(id).slice(12, 15) as [number, number, number];
      const isAcross = (a: number, b: number): boolean =>
        Math.max(
          ...[0, 1, 2].map((k) => Math.abs((k === 0 ? 2 * middle - at(a)[k] : at(a)[k]!) - at(b)[k]!)),
        ) <=
        2e-3 + 1e-9;
      const open = [...scene.walk()]
        .map(({ id }) => id)
        .filter((id) => Math.abs(at(id)[0] - middle) > 2e-3 && !partners.get(id));
      for (const [a, b] of partners) {
        expect(partners.get(b)).toBe(a);
        expect(isAcross(a, b)).withContext(`seed ${seed}: ${a} and ${b}`).toBeTrue();
        paired++;
      }
      for (const a of open)
        for (const b of open)
          if (a !== b) expect(isAcross(a, b)).withContext(`seed ${seed}: ${a} and ${b}`).toBeFalse();
    }
    expect(paired).toBeGreaterThan(100);
  });
  it('are looked for anew when something moves', () => {
    const scene = sceneFromOutline('a : mesh @2,0,0\nb : mesh @-3,0,0');
    expect(mirrorPartners(scene, null).size).toBe(0);
    scene.patch(2, { local: { t: [-2, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } });
    expect(mirrorPartners(scene, null).get(1)).toBe(2);
  });
});

describe('swapping sides', () => {
  const swapped: [string, string][] = [
    ['L_F_sheave001_nylon_geo', 'R_F_sheave001_nylon_geo'],
    ['R_lamps_grp', 'L_lamps_grp'],
    ['C_floor001_oak_geo', 'C_floor001_oak_geo'],
    ['leftDoor', 'rightDoor'],
    ['door_RIGHT_2', 'door_LEFT_2'],
    ['door_l', 'door_r'],
    ['Lft.arm', 'Rgt.arm'],
    ['cleft', 'cleft'],
    ['label', 'label'],
    ['aright', 'aright'],
  ];
  for (const [from, to] of swapped) {
    it(`${from} becomes ${to}`, () => {
      const key = from.endsWith('_grp') ? 'group' : 'mesh';
      expect(swapSides(parts, key, from)).toBe(to);
      expect(swapSides(parts, key, to))
        .withContext('twice is once too often')
        .toBe(from);
    });
  }
});

describe('which way a word points', () => {
  it('is told by what it says, its spellings, or itself', () => {
    expect(senseOf({ word: 'P', means: 'left' })).toBe('left');
    expect(senseOf({ word: 'P', spellings: ['port', 'left'] })).toBe('left');
    expect(senseOf({ word: 'U', spellings: ['under'] })).toBe('under');
    expect(senseOf({ word: 'R' })).toBe('right');
    expect(senseOf({ word: 'geo', means: 'mesh' })).toBeNull();
    expect(senseOf({ word: 'door' })).toBeNull();
  });
});

describe('what stands very far out', () => {
  for (const far of [1e9, 1e15, 1e18, 1e300])
    it(`has no mirror partner, and that is known at once: ${far} m`, () => {
      const scene = sceneFromOutline('rig_grp\n  a : mesh\n  b : mesh\n  c : mesh @0,3,0\n  d : mesh @3,0,0');
      for (const [id, x] of [
        [2, far],
        [3, -far],
      ] as const)
        scene.patch(id, { local: { t: [x, 0, far], r: [0, 0, 0, 1], s: [1, 1, 1] } });
      const partners = mirrorPartners(scene, parts);
      if (far <= 1e9) expect([partners.get(2), partners.get(3)]).toEqual([3, 2]);
      expect(partners.size).toBeLessThan(5);
    });
});
