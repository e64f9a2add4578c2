import type { Node } from '@gltf-transform/core';
import type { SceneBuilder, Triple } from '../build/scene-builder.js';
import { box, cylinder, pipe, roundedBlock, sheave } from '../build/shapes.js';
import type { CabinMaterials } from './materials.js';

const ropeHeight = 4.5;

/** The arm, the carriage with its eight sheaves, the grip, and the rope that somebody left out of the control. */
export function buildHanger(builder: SceneBuilder, control: Node, m: CabinMaterials): void {
  const hanger = builder.node('hanger', control);
  const arm: Triple[] = [
    [0, 2.6, 0],
    [0.02, 3.1, 0],
    [0.16, 3.6, 0],
    [0.12, 4.0, 0],
    [0, 4.24, 0],
  ];
  builder.node('C_yoke001_steel_geo', hanger, { mesh: builder.mesh('yoke', pipe(arm, 0.075), m.steel) });
  builder.node('C_collar001_steel_geo', hanger, {
    mesh: builder.mesh('collar', cylinder(0.13, 0.14, 20), m.steel),
    at: [0, 2.68, 0],
  });
  builder.node('C_damper001_rubber_geo', hanger, {
    mesh: builder.mesh('damper', cylinder(0.11, 0.1, 20), m.rubber),
    at: [0, 2.8, 0],
  });
  sheaves(builder, hanger, m);
  builder.node('mesh_0', hanger, {
    mesh: builder.mesh('gripJaw', roundedBlock(0.16, 0.2, 0.3, 0.04), m.steel),
    at: [0, 4.34, 0],
  });
  const latch = builder.node('gripLatch_grp', hanger);
  const parts: [string, Triple][] = [
    ['L_gripLatch001_steel_geo', [0.1, 4.42, 0]],
    ['R_gripLatch001_steel_geo', [-0.1, 4.42, 0]],
    ['gripspring', [0, 4.3, 0.18]],
  ];
  const piece = builder.mesh('latch', roundedBlock(0.05, 0.16, 0.12, 0.02), m.steel);
  for (const [name, at] of parts) builder.node(name, latch, { mesh: piece, at });
  const lone = builder.node('pin_grp', hanger);
  builder.node('C_pin001_brass_geo', lone, {
    mesh: builder.mesh('pin', cylinder(0.03, 0.34).rotateZ(Math.PI / 2), m.brass),
    at: [0, 4.18, 0],
  });
  const rope = pipe(
    [
      [0, ropeHeight - 0.12, -4],
      [0, ropeHeight, -1],
      [0, ropeHeight, 1],
      [0, ropeHeight - 0.12, 4],
    ],
    0.035,
    40,
    8,
  );
  builder.node('cable', null, { mesh: builder.mesh('cable', rope, m.steel) });
}

function sheaves(builder: SceneBuilder, hanger: Node, m: CabinMaterials): void {
  const beam = builder.mesh('rockerBeam', roundedBlock(0.06, 0.12, 0.62, 0.03), m.steel);
  for (const [name, x, z] of [
    ['L_F_rocker001_steel_geo', 0.14, 0.52],
    ['L_B_rocker001_steel_geo', 0.14, -0.52],
    ['R_F_rocker001_steel_geo', -0.14, 0.52],
    ['R_B_rocker001_steel_geo', -0.14, -0.52],
  ] as const) {
    builder.node(name, hanger, { mesh: beam, at: [x, ropeHeight - 0.06, z] });
  }
  builder.node('C_carriage001_steel_geo', hanger, {
    mesh: builder.mesh('carriage', box(0.22, 0.08, 1.5), m.steel),
    at: [0, 4.28, 0],
  });
  const pulleys = builder.node('pulleys', hanger);
  const wheel = builder.mesh('sheave', sheave(0.17, 0.1), m.nylon);
  const copy = builder.mesh('sheave', sheave(0.17, 0.1), m.nylon);
  const names: [string, number, number][] = [
    ['pulley1', 1, 0.36],
    ['pulley1_dup', 1, 0.68],
    ['pulley2 ', -1, 0.36],
    ['Pulley_RF2', -1, 0.68],
    ['left_back_sheave', 1, -0.36],
    ['sheeve_LB_2', 1, -0.68],
    ['R_B_sheave001_nylon_geo', -1, -0.36],
    ['R_B_sheave002_nylon_geo', -1, -0.68],
  ];
  names.forEach(([name, side, z], i) => {
    const at: Triple = [side * 0.07, ropeHeight + 0.17, z];
    builder.node(name, pulleys, { mesh: i < 6 ? wheel : copy, at });
  });
  const axle = builder.mesh('axle', cylinder(0.025, 0.34, 10).rotateZ(Math.PI / 2), m.steel);
  const axles = builder.node('axles_grp', hanger);
  for (const [name, z] of [
    ['F_axle001_steel_geo', 0.36],
    ['F_axle002_steel_geo', 0.68],
    ['B_axle001_steel_geo', -0.36],
    ['axle_4', -0.68],
  ] as const) {
    builder.node(name, axles, { mesh: axle, at: [0, ropeHeight + 0.17, z] });
  }
}
