/** A row of like parts of an asset that faces +Z and stands on the origin: metres, +X is its left. */
export interface PartRow {
  readonly words: string;
  readonly at: readonly [number, number, number];
  readonly size: readonly [number, number, number];
  readonly surface: string;
  /** One at the left and one at the right. */
  readonly sided?: boolean;
  /** One in front and one behind, at z and -z. */
  readonly deep?: boolean;
  /** So many, each a step from the last. */
  readonly count?: number;
  readonly step?: readonly [number, number, number];
  readonly kind?: 'mesh' | 'light' | 'locator' | 'joint';
}
export interface AssetParts {
  readonly name: string;
  readonly groups: Readonly<Record<string, readonly PartRow[]>>;
}
type Options = Partial<Omit<PartRow, 'words' | 'at' | 'size' | 'surface'>>;
const part = (
  words: string,
  at: PartRow['at'],
  size: PartRow['size'],
  surface: string,
  options: Options = {},
): PartRow => ({ words, at, size, surface, ...options });
const [sided, deep] = [{ sided: true }, { sided: true, deep: true }];

/** Made up, none of them in the demo: things with sides and without, in one piece and in many. */
export const assets: Readonly<Record<string, AssetParts>> = {
  handcart: {
    name: 'handcart',
    groups: {
      'running gear': [
        part('wheel', [0.6, 0.3, 0.5], [0.1, 0.6, 0.6], 'iron', deep),
        part('axle cap', [0.67, 0.3, 0.5], [0.04, 0.1, 0.1], 'bronze', deep),
        part('axle', [0, 0.3, 0.5], [1.1, 0.06, 0.06], 'iron', { deep: true }),
      ],
      bed: [
        part('plank', [0, 0.6, -0.6], [1, 0.04, 0.18], 'ash', { count: 7, step: [0, 0, 0.2] }),
        part('rail', [0.52, 0.75, 0], [0.05, 0.3, 1.4], 'ash', sided),
        part('rail peg', [0.52, 0.7, -0.6], [0.08, 0.05, 0.05], 'bronze', {
          sided: true,
          count: 4,
          step: [0, 0, 0.4],
        }),
        part('tail gate', [0, 0.75, -0.72], [1, 0.3, 0.05], 'ash'),
      ],
      shafts: [
        part('shaft', [0.35, 0.7, 1.2], [0.05, 0.05, 1.2], 'ash', sided),
        part('grip', [0.35, 0.7, 1.8], [0.07, 0.07, 0.2], 'leather', sided),
      ],
    },
  },
  rowboat: {
    name: 'rowboat',
    groups: {
      hull: [
        part('strake', [0.5, 0.2, 0], [0.05, 0.1, 3], 'cedar', {
          sided: true,
          count: 5,
          step: [0.06, 0.09, 0],
        }),
        part('keel', [0, 0.05, 0], [0.1, 0.1, 3], 'cedar'),
        part('rib', [0, 0.3, -1], [1, 0.4, 0.04], 'cedar', { count: 6, step: [0, 0, 0.4] }),
        part('stem post', [0, 0.4, 1.6], [0.08, 0.8, 0.2], 'cedar'),
      ],
      fittings: [
        part('oar', [1.2, 0.7, 0.2], [1.6, 0.05, 0.1], 'pine', sided),
        part('oar blade', [2.1, 0.7, 0.2], [0.4, 0.03, 0.2], 'pine', sided),
        part('row lock', [0.75, 0.66, 0.2], [0.05, 0.1, 0.1], 'bronze', sided),
        part('thwart', [0, 0.5, -0.8], [1.3, 0.04, 0.25], 'pine', { count: 3, step: [0, 0, 0.7] }),
        part('cleat', [0.6, 0.66, 1], [0.04, 0.05, 0.15], 'bronze', deep),
      ],
    },
  },
  bench: {
    name: 'bench',
    groups: {
      seat: [
        part('slat', [0, 0.45, -0.2], [1.4, 0.03, 0.09], 'teak', { count: 4, step: [0, 0, 0.12] }),
        part('leg', [0.6, 0.22, 0.2], [0.08, 0.44, 0.08], 'castIron', deep),
        part('arm rest', [0.66, 0.65, 0], [0.06, 0.05, 0.5], 'castIron', sided),
      ],
    },
  },
  lampPost: {
    name: 'lamp post',
    groups: {
      post: [
        part('base', [0, 0.2, 0], [0.4, 0.4, 0.4], 'castIron'),
        part('pole', [0, 2, 0], [0.12, 3.4, 0.12], 'castIron'),
        part('lantern', [0, 3.9, 0], [0.4, 0.5, 0.4], 'glazing'),
        part('bulb', [0, 3.9, 0], [0.1, 0.1, 0.1], '', { kind: 'light' }),
      ],
    },
  },
  shelf: {
    name: 'shelf',
    groups: {
      frame: [
        part('board', [0, 0.3, 0], [1.2, 0.03, 0.3], 'pine', { count: 5, step: [0, 0.4, 0] }),
        part('back panel', [0, 1, -0.15], [1.2, 2, 0.02], 'pine'),
      ],
      stock: [
        part('jar', [-0.5, 0.42, 0], [0.1, 0.2, 0.1], 'glazing', { count: 9, step: [0.12, 0, 0] }),
        part('jar lid', [-0.5, 0.53, 0], [0.09, 0.03, 0.09], 'cork', { count: 9, step: [0.12, 0, 0] }),
        part('box file', [-0.45, 0.85, 0.02], [0.08, 0.3, 0.25], 'card', { count: 7, step: [0.13, 0, 0] }),
      ],
    },
  },
  plough: {
    name: 'plough',
    groups: {
      frame: [
        part('beam', [0, 0.7, 0], [0.1, 0.1, 2.2], 'iron'),
        part('handle', [0.3, 0.9, -1.1], [0.05, 0.05, 0.8], 'ash', sided),
        part('handle bolt', [0.3, 0.8, -0.8], [0.09, 0.04, 0.04], 'bronze', {
          sided: true,
          count: 3,
          step: [0, 0, 0.1],
        }),
        part('cross brace', [0, 0.85, -1], [0.6, 0.05, 0.05], 'iron'),
      ],
      blades: [
        part('share', [0.12, 0.2, 0.1], [0.2, 0.2, 0.4], 'steelPlate', deep),
        part('coulter', [0, 0.4, 0.7], [0.03, 0.5, 0.1], 'steelPlate'),
        part('land wheel', [0.25, 0.25, 0.95], [0.08, 0.5, 0.5], 'iron', sided),
      ],
    },
  },
  loom: {
    name: 'loom',
    groups: {
      frame: [
        part('post', [0.8, 0.8, 0.6], [0.1, 1.6, 0.1], 'beech', deep),
        part('cross beam', [0, 1.5, 0.6], [1.6, 0.1, 0.1], 'beech', { deep: true }),
        part('side rail', [0.8, 0.3, 0], [0.1, 0.1, 1.2], 'beech', sided),
      ],
      works: [
        part('heddle', [-0.6, 0.9, 0.1], [0.02, 0.6, 0.02], 'twine', { count: 13, step: [0.1, 0, 0] }),
        part('treadle', [0.3, 0.1, 0.3], [0.12, 0.03, 0.6], 'beech', sided),
        part('pulley', [0.4, 1.3, 0.2], [0.1, 0.1, 0.04], 'brassWork', sided),
      ],
    },
  },
  heron: {
    name: 'heron',
    groups: {
      spine: [
        part('spine', [0, 1, -0.4], [0.05, 0.05, 0.05], '', {
          kind: 'joint',
          count: 5,
          step: [0, 0.1, 0.15],
        }),
        part('head', [0, 1.6, 0.5], [0.1, 0.1, 0.1], '', { kind: 'joint' }),
        part('jaw', [0, 1.55, 0.6], [0.05, 0.05, 0.05], '', { kind: 'joint' }),
      ],
      limbs: [
        part('upper wing', [0.3, 1.1, 0], [0.05, 0.05, 0.05], '', { kind: 'joint', sided: true }),
        part('lower wing', [0.6, 1.1, 0], [0.05, 0.05, 0.05], '', { kind: 'joint', sided: true }),
        part('wing tip', [0.9, 1.1, 0], [0.05, 0.05, 0.05], '', { kind: 'joint', sided: true }),
        part('hip', [0.1, 0.9, 0], [0.05, 0.05, 0.05], '', { kind: 'joint', sided: true }),
        part('knee', [0.1, 0.5, 0.05], [0.05, 0.05, 0.05], '', { kind: 'joint', sided: true }),
        part('middle toe', [0.1, 0.05, 0.2], [0.05, 0.05, 0.05], '', {
          kind: 'joint',
          sided: true,
          count: 3,
          step: [0, 0, 0.06],
        }),
        part('outer toe', [0.16, 0.05, 0.15], [0.05, 0.05, 0.05], '', {
          kind: 'joint',
          sided: true,
          count: 3,
          step: [0.01, 0, 0.05],
        }),
      ],
    },
  },
  cupboard: {
    name: 'cupboard',
    groups: {
      carcass: [
        part('side wall', [0.5, 1, 0], [0.03, 2, 0.5], 'oakVeneer', sided),
        part('shelf board', [0, 0.3, 0], [0.95, 0.02, 0.45], 'oakVeneer', { count: 5, step: [0, 0.35, 0] }),
        part('foot', [0.45, 0.03, 0.2], [0.06, 0.06, 0.06], 'walnut', deep),
      ],
      doors: [
        part('door', [0.25, 1, 0.26], [0.48, 1.9, 0.02], 'oakVeneer', sided),
        part('door knob', [0.04, 1, 0.29], [0.03, 0.03, 0.03], 'brassWork', sided),
        part('hinge', [0.49, 0.4, 0.26], [0.02, 0.08, 0.03], 'brassWork', {
          sided: true,
          count: 3,
          step: [0, 0.6, 0],
        }),
        part('lamp', [0.3, 1.95, 0.2], [0.02, 0.02, 0.02], '', { kind: 'light', sided: true }),
      ],
    },
  },
  fountain: {
    name: 'fountain',
    groups: {
      basin: [
        part('rim stone', [1.2, 0.3, 0], [0.4, 0.3, 0.4], 'granite', { count: 1 }),
        part('basin floor', [0, 0.05, 0], [2.4, 0.1, 2.4], 'granite'),
        part('column', [0, 0.9, 0], [0.3, 1.6, 0.3], 'granite'),
        part('bowl', [0, 1.8, 0], [1, 0.2, 1], 'granite'),
        part('nozzle', [-0.35, 1.95, 0], [0.04, 0.1, 0.04], 'copper', { count: 8, step: [0.1, 0, 0] }),
      ],
    },
  },
};
