import type { Node } from '@gltf-transform/core';
import { SceneBuilder, type Triple } from '../build/scene-builder.js';
import { loft, type LoftRing } from '../build/shapes.js';
import { addSkeleton } from './skeleton.js';

type Materials = Readonly<
  Record<'hide' | 'pale' | 'horn' | 'dark' | 'guide', ReturnType<SceneBuilder['material']>>
>;
interface Part {
  readonly name: string;
  /** Where the object's origin sits. */
  readonly pivot: Triple;
  readonly rings: readonly LoftRing[];
  readonly material: keyof Materials;
}

const ring = (at: Triple, across: number, up = across): LoftRing => ({
  at,
  across,
  up,
});

/**
 * A mountain goat in parts, front +Z, about 1.1 m at the withers, with a skeleton, one skinned part and a nod. Its
 * tree, pivots and transforms want work on purpose: docs/demo.md lists how.
 */
export async function buildIbex(): Promise<Uint8Array> {
  const builder = new SceneBuilder('ibex');
  const materials: Materials = {
    hide: builder.material('hide', 0xa5845d),
    pale: builder.material('pale', 0xcdb894),
    horn: builder.material('horn', 0x574433, { rough: 0.6 }),
    dark: builder.material('hoof', 0x3d3129, { rough: 0.5 }),
    guide: builder.material('guide', 0xc77f9a),
  };
  const square = [
    [-0.4, 0, -0.8],
    [0.4, 0, -0.8],
    [0.4, 0, 0.8],
    [-0.4, 0, 0.8],
  ] as const;
  const control = builder.node('ibex_ctrl', null, {
    mesh: builder.outline('ibex_ctrlShape', square, materials.guide),
  });
  const goat: Goat = { builder, materials };
  const pelvis = addPart(goat, control, trunk[0]!);
  const chest = addPart(goat, pelvis, trunk[1]!, trunk[0]!.pivot);
  const neck = addPart(goat, chest, trunk[2]!, trunk[1]!.pivot);
  const head = addPart(goat, neck, trunk[3]!, trunk[2]!.pivot);
  for (const part of headParts()) addPart(goat, head, part, trunk[3]!.pivot);
  addPart(goat, pelvis, trunk[4]!, trunk[0]!.pivot);
  for (const side of [1, -1] as const) {
    addLimb(goat, { at: chest, pivot: trunk[1]!.pivot }, foreLeg(side));
    addLimb(goat, { at: pelvis, pivot: trunk[0]!.pivot }, hindLeg(side));
  }
  addPart(goat, null, trunk[5]!);
  const guide = builder.mesh(
    'hoofGuide',
    loft([ring([0, 0, -0.02], 0.07), ring([0, 0, 0.02], 0.07)], 12),
    materials.guide,
  );
  builder.node('hoof_guide01', null, { mesh: guide, at: [0.16, 0.01, 0.42] });
  builder.node('group1', null);
  addSkeleton(builder, control, materials.pale);
  return builder.glb();
}

/** What parts are built with. */
interface Goat {
  readonly builder: SceneBuilder;
  readonly materials: Materials;
}
function addPart(
  { builder, materials }: Goat,
  parent: Node | null,
  part: Part,
  parentPivot: Triple = [0, 0, 0],
): Node {
  const local = part.rings.map((r) => ({ ...r, at: minus(r.at, part.pivot) }));
  const mesh = builder.mesh(part.name.replace(/_geo$/, ''), loft(local), materials[part.material]);
  return builder.node(part.name, parent, { mesh, at: minus(part.pivot, parentPivot) });
}

function addLimb(
  goat: Goat,
  from: { readonly at: Node; readonly pivot: Triple },
  parts: readonly Part[],
): void {
  let { at, pivot } = from;
  for (const part of parts) {
    at = addPart(goat, at, part, pivot);
    pivot = part.pivot;
  }
}

const minus = (a: Triple, b: Triple): Triple => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

const trunk: readonly Part[] = [
  {
    name: 'C_pelvis001_hide_geo',
    pivot: [0, 0.98, -0.34],
    material: 'hide',
    rings: [
      ring([0, 0.93, -0.62], 0.07, 0.08),
      ring([0, 0.94, -0.52], 0.17, 0.2),
      ring([0, 0.94, -0.3], 0.2, 0.24),
      ring([0, 0.93, -0.06], 0.19, 0.23),
    ],
  },
  {
    name: 'C_chest001_hide_geo',
    pivot: [0, 0.96, 0.1],
    material: 'hide',
    rings: [
      ring([0, 0.93, -0.08], 0.19, 0.23),
      ring([0, 0.91, 0.12], 0.22, 0.27),
      ring([0, 0.93, 0.36], 0.21, 0.28),
      ring([0, 0.98, 0.54], 0.12, 0.18),
    ],
  },
  {
    name: 'C_neck001_hide_geo',
    pivot: [0, 1.06, 0.46],
    material: 'hide',
    rings: [
      ring([0, 1.0, 0.42], 0.15, 0.2),
      ring([0, 1.18, 0.56], 0.12, 0.15),
      ring([0, 1.36, 0.64], 0.09, 0.11),
      ring([0, 1.45, 0.66], 0.08, 0.09),
    ],
  },
  {
    name: 'C_head001_hide_geo',
    pivot: [0, 1.46, 0.66],
    material: 'hide',
    rings: [
      ring([0, 1.5, 0.58], 0.06, 0.07),
      ring([0, 1.49, 0.66], 0.09, 0.1),
      ring([0, 1.44, 0.8], 0.075, 0.085),
      ring([0, 1.38, 0.92], 0.05, 0.055),
      ring([0, 1.36, 0.97], 0.03, 0.035),
    ],
  },
  {
    name: 'tail',
    pivot: [0, 1.02, -0.6],
    material: 'hide',
    rings: [ring([0, 1.04, -0.6], 0.035), ring([0, 1.02, -0.7], 0.045), ring([0, 0.95, -0.77], 0.015)],
  },
  {
    name: 'beard',
    pivot: [0, 0, 0],
    material: 'pale',
    rings: [ring([0, 1.36, 0.88], 0.03), ring([0, 1.27, 0.88], 0.028), ring([0, 1.16, 0.86], 0.006)],
  },
];

function headParts(): Part[] {
  const parts: Part[] = [];
  for (const side of [1, -1] as const) {
    const letter = side > 0 ? 'L' : 'R';
    const curve = Array.from({ length: 15 }, (_, i) => {
      const a = (i / 14) * 2.5;
      const thick = 0.042 * (1 - i / 15.5) * (i % 2 ? 1 : 1.14);
      return ring(
        [
          side * (0.05 + 0.13 * (i / 14) ** 1.4),
          1.55 + 0.36 * Math.sin(a) * (1 - i / 60),
          0.6 - 0.36 * (1 - Math.cos(a)) * 0.62,
        ],
        thick,
      );
    });
    parts.push({
      name: side > 0 ? 'L_horn001_horn_geo' : 'horn_R',
      pivot: [side * 0.05, 1.55, 0.6],
      material: 'horn',
      rings: curve,
    });
    parts.push({
      name: side > 0 ? 'ear left' : 'R_ear001_hide_geo',
      pivot: [side * 0.08, 1.5, 0.6],
      material: 'hide',
      rings: [
        ring([side * 0.08, 1.5, 0.6], 0.02),
        ring([side * 0.15, 1.49, 0.57], 0.035, 0.018),
        ring([side * 0.22, 1.46, 0.54], 0.008),
      ],
    });
    parts.push({
      name: `${letter}_eye001_hide_geo`,
      pivot: [side * 0.075, 1.48, 0.73],
      material: 'dark',
      rings: [
        ring([side * 0.075, 1.465, 0.73], 0.006),
        ring([side * 0.078, 1.48, 0.735], 0.016),
        ring([side * 0.075, 1.495, 0.73], 0.006),
      ],
    });
  }
  return parts;
}

function foreLeg(side: 1 | -1): Part[] {
  const s = side > 0 ? 'L' : 'R';
  const x = side * 0.15;
  const back = side * 0.16;
  return [
    {
      name: `${s}_F_shoulder001_hide_geo`,
      pivot: [0, 0.9, 0.4],
      material: 'hide',
      rings: [
        ring([back, 1.06, 0.34], 0.06, 0.1),
        ring([back, 0.9, 0.4], 0.085, 0.12),
        ring([x, 0.72, 0.38], 0.06, 0.085),
        ring([x, 0.62, 0.36], 0.05, 0.06),
      ],
    },
    {
      name: side > 0 ? 'L_F_forearm001_hide_geo' : 'forearm_R',
      pivot: [x, 0.62, 0.36],
      material: 'hide',
      rings: [
        ring([x, 0.65, 0.36], 0.05, 0.06),
        ring([x, 0.52, 0.38], 0.042, 0.052),
        ring([x, 0.36, 0.4], 0.034, 0.038),
      ],
    },
    {
      name: `${s}_F_cannon001_hide_geo`,
      pivot: [x, 0.36, 0.4],
      material: 'pale',
      rings: [ring([x, 0.38, 0.4], 0.035), ring([x, 0.22, 0.4], 0.026), ring([x, 0.09, 0.41], 0.03)],
    },
    {
      name: `${s}_F_hoof001_horn_geo`,
      pivot: [x, 0.08, 0.41],
      material: 'dark',
      rings: [
        ring([x, 0.1, 0.41], 0.03),
        ring([x, 0.05, 0.425], 0.042, 0.05),
        ring([x, 0.0, 0.44], 0.048, 0.062),
      ],
    },
  ];
}

function hindLeg(side: 1 | -1): Part[] {
  const s = side > 0 ? 'L' : 'R';
  const x = side * 0.15;
  return [
    {
      name: side > 0 ? 'L_B_haunch001_hide_geo' : 'R_B_haunch01_hide_geo',
      pivot: [x, 0.9, -0.4],
      material: 'hide',
      rings: [
        ring([x, 1.06, -0.4], 0.07, 0.12),
        ring([x, 0.88, -0.4], 0.1, 0.16),
        ring([x, 0.7, -0.36], 0.07, 0.1),
        ring([x, 0.6, -0.34], 0.055, 0.07),
      ],
    },
    {
      name: `${s}_B_gaskin001_hide_geo`,
      pivot: [x, 0.6, -0.34],
      material: 'hide',
      rings: [
        ring([x, 0.63, -0.34], 0.055, 0.07),
        ring([x, 0.52, -0.42], 0.042, 0.055),
        ring([x, 0.42, -0.5], 0.034, 0.04),
      ],
    },
    {
      name: `${s}_B_cannon001_hide_geo`,
      pivot: [x, 0.42, -0.5],
      material: 'pale',
      rings: [ring([x, 0.44, -0.5], 0.036), ring([x, 0.26, -0.49], 0.028), ring([x, 0.09, -0.47], 0.03)],
    },
    {
      name: side > 0 ? 'L_B_hoof001_horn_geo' : 'R_B_hoof001_hron_geo',
      pivot: [x, 0.08, -0.47],
      material: 'dark',
      rings: [
        ring([x, 0.1, -0.47], 0.03),
        ring([x, 0.05, -0.455], 0.042, 0.05),
        ring([x, 0.0, -0.44], 0.048, 0.062),
      ],
    },
  ];
}
