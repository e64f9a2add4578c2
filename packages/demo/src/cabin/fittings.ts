import type { Node } from '@gltf-transform/core';
import type { SceneBuilder, Triple } from '../build/scene-builder.js';
import { box, cylinder, pipe, roundedBlock } from '../build/shapes.js';
import type { CabinMaterials } from './materials.js';

/** Benches, lamps, handrails, signs, underside, guides, and the group that nobody filled. */
export function buildFittings(builder: SceneBuilder, control: Node, m: CabinMaterials): void {
  lamps(builder, control, m);
  builder.node('group3', control);
  benches(builder, control, m);
  const rail: Triple[] = [
    [-0.7, 2.2, 0.4],
    [-0.7, 2.2, -0.4],
    [0.7, 2.2, -0.4],
    [0.7, 2.2, 0.4],
  ];
  builder.node('handrail_brass', control, {
    mesh: builder.mesh('handrail', pipe(rail, 0.018, 40, 8), m.brass),
  });
  const strap = builder.mesh('strap', roundedBlock(0.03, 0.16, 0.05, 0.01), m.rubber);
  const straps = builder.node('straps_grp', control);
  for (const [name, x] of [
    ['L_strap001_rubber_geo', 0.55],
    ['L_strap002_rubber_geo', 0.2],
    ['R_strap001_rubber_geo', -0.2],
    ['R_strap001_rubber_geo', -0.55],
  ] as const) {
    builder.node(name, straps, { mesh: strap, at: [x, 2.03, -0.4] });
  }
  underside(builder, control, m);
  // A real part with the helper's prefix: it would stay home by mistake.
  builder.node('ref_numberPlate', control, {
    mesh: builder.mesh('plate', roundedBlock(0.34, 0.18, 0.02, 0.01), m.brass),
    at: [0, 0.86, 0.945],
  });
  const line = builder.mesh('guideLine', box(0.01, 0.01, 2.6), m.guide);
  for (let i = 1; i <= 6; i++)
    builder.node(`ref_line_00${i}`, control, { mesh: line, at: [-1.25 + i * 0.36, 0.02, 0] });
}

function lamps(builder: SceneBuilder, control: Node, m: CabinMaterials): void {
  const group = builder.node('lamps_grp', control);
  const lens = builder.mesh('lampLens', cylinder(0.08, 0.04, 20).rotateX(Math.PI / 2), m.glass);
  const rim = builder.mesh('lampRim', cylinder(0.1, 0.05, 20).rotateX(Math.PI / 2), m.steel);
  builder.node('L_F_lamp001_glass_geo', group, { mesh: lens, at: [0.55, 0.62, 0.97] });
  builder.node('L_F_lampRim001_steel_geo', group, { mesh: rim, at: [0.55, 0.62, 0.95] });
  builder.node('C_F_lamp001_glass_geo', group, { mesh: lens, at: [0, 2.49, 1.04] });
  builder.node('C_B_lamp001_glass_geo', group, { mesh: lens, at: [0, 2.49, -1.04] });
}

function benches(builder: SceneBuilder, control: Node, m: CabinMaterials): void {
  const slat = builder.mesh('benchSlat', roundedBlock(0.09, 0.03, 1.5, 0.01), m.oak);
  const leg = builder.mesh('benchLeg', roundedBlock(0.34, 0.36, 0.05, 0.01), m.steel);
  for (const side of ['L', 'R'] as const) {
    const x = side === 'L' ? 0.68 : -0.68;
    const bench = builder.node(`bench_${side}`, control, { at: [x, 0.42, 0] });
    for (let i = 0; i < 5; i++) {
      const name = side === 'R' && i === 2 ? 'R_slat003_oak_geo ' : `${side}_slat00${i + 1}_oak_geo`;
      builder.node(name, bench, { mesh: slat, at: [(i - 2) * 0.1, 0.36, 0] });
    }
    for (const [i, z] of [0.55, -0.55].entries()) {
      builder.node(`${side}_${i ? 'B' : 'F'}_benchLeg001_steel_geo`, bench, { mesh: leg, at: [0, 0, z] });
    }
  }
}

function underside(builder: SceneBuilder, control: Node, m: CabinMaterials): void {
  const group = builder.node('C_underside001_grp', control);
  const skid = builder.mesh('skid', roundedBlock(0.12, 0.18, 1.7, 0.03), m.rubber);
  builder.node('L_skid001_rubber_geo', group, { mesh: skid, at: [0.7, 0.12, 0] });
  builder.node('R_skid001_rubber_geo', group, { mesh: skid, at: [-0.7, 0.12, 0] });
  const frame = builder.mesh('frame', box(1.7, 0.08, 0.08), m.steel);
  for (const [name, z] of [
    ['F_frame001_steel_geo', 0.7],
    ['C_frame001_steel_geo', 0],
    ['Frame Back', -0.7],
  ] as const) {
    builder.node(name, group, { mesh: frame, at: [0, 0.26, z] });
  }
}
