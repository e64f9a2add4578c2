import { NodeIO, type Node } from '@gltf-transform/core';
import { KHRLightsPunctual } from '@gltf-transform/extensions';
import { box, cylinder, roundedBlock, sheave } from '../build/shapes.js';
import { SceneBuilder, type Triple } from '../build/scene-builder.js';
import { cabinMaterials } from '../cabin/materials.js';
import { StationKit } from './station-kit.js';

/**
 * The valley station of Brannick Pass with its line of pylons, snow fences, signs and lamps: about 1,200 objects, most
 * of them instances of a few shapes, in layers. Its defects are listed in docs/demo.md.
 */
export async function buildValleyStation(): Promise<Uint8Array> {
  const builder = new SceneBuilder('valley_station');
  const root = builder.node('valleyStation_ctrl', null, {
    mesh: builder.outline(
      'valleyStation_ctrlShape',
      [
        [-14, 0, -40],
        [14, 0, -40],
        [14, 0, 12],
        [-14, 0, 12],
      ],
      cabinMaterials(builder).guide,
    ),
  });
  buildHall(builder, root);
  buildLine(builder, root);
  buildFences(builder, root);
  buildSigns(builder, root);
  buildLamps(builder, root);
  builder.node('slat_heap', root);
  builder.node('plinth_old', null, {
    mesh: builder.mesh('plinth', box(3, 0.2, 3), cabinMaterials(builder).steel),
    at: [18, 0.1, 6],
  });
  return new NodeIO().registerExtensions([KHRLightsPunctual]).writeBinary(builder.document);
}

function buildHall(builder: SceneBuilder, root: Node): void {
  const own = new StationKit(builder);
  const m = cabinMaterials(builder);
  const hall = builder.node('hall_grp', root, { extras: { renquil: { layer: 'Hall' } } });
  const [wall, gable, pane, beam, roof] = [
    box(0.3, 4, 16),
    box(12, 4, 0.3),
    box(0.06, 1.4, 1.1),
    box(12, 0.25, 0.25),
    box(7.2, 0.18, 17),
  ];
  builder.node('C_floor001_oak_geo', hall, {
    mesh: builder.mesh('hallFloor', box(12, 0.3, 16), m.oak),
    at: [0, 0.15, 0],
  });
  builder.node('L_wall001_enamel_geo', hall, { mesh: builder.mesh('wall', wall, m.enamel), at: [6, 2.3, 0] });
  builder.node('R_wall001_enamel_geo', hall, {
    mesh: builder.mesh('wallRight', wall, m.enamel),
    at: [-6, 2.3, 0],
  });
  builder.node('wall front', hall, { mesh: builder.mesh('gable', gable, m.enamel), at: [0, 2.3, 8] });
  const slope = builder.mesh('roofSlope', roof, m.steel);
  builder.node('L_roof001_steel_geo', hall, { mesh: slope, at: [3.1, 5.2, 0], turn: [0, 0, -18] });
  builder.node('R_roof001_steel_geo', hall, { mesh: slope, at: [-3.1, 5.2, 0], turn: [0, 0, 18] });
  const [glass, truss, strut] = [
    builder.mesh('pane', pane, m.glass),
    builder.mesh('beam', beam, m.oak),
    builder.mesh('strut', box(0.16, 1.3, 0.16), m.oak),
  ];
  const windows = builder.node('windows_grp', hall);
  for (let i = 0; i < 20; i++)
    own.part('window', 'glass', windows, {
      mesh: glass,
      at: [i % 2 ? -6.1 : 6.1, 2.4, -6.8 + Math.floor(i / 2) * 1.5],
    });
  const trusses = builder.node('trusses_grp', hall);
  for (let i = 0; i < 8; i++) {
    const one = own.group('truss', trusses, [0, 4.3, -7 + i * 2]);
    own.part('beam', 'oak', one, { mesh: truss, at: [0, 0, 0] });
    for (let k = -2; k <= 2; k++) own.part('strut', 'oak', one, { mesh: strut, at: [k * 1.9, 0.6, 0] });
  }
  const [seat, leg] = [
    builder.mesh('seatSlat', box(1.8, 0.04, 0.09), m.oak),
    builder.mesh('seatLeg', box(0.06, 0.44, 0.4), m.steel),
  ];
  const benches = builder.node('benches_grp', hall);
  for (let i = 0; i < 10; i++) {
    const one = own.group('bench', benches, [i % 2 ? -4.6 : 4.6, 0.3, -6 + Math.floor(i / 2) * 2.6], {
      turn: [0, 90, 0],
    });
    for (let k = 0; k < 4; k++)
      own.part('seatSlat', 'oak', one, { mesh: seat, at: [0, 0.46, -0.16 + k * 0.11] });
    for (const x of [-0.8, 0.8]) own.part('seatLeg', 'steel', one, { mesh: leg, at: [x, 0.22, 0] });
  }
}

function buildLine(builder: SceneBuilder, root: Node): void {
  const kit = new StationKit(builder);
  const m = cabinMaterials(builder);
  const line = builder.node('line_grp', root);
  const leg = builder.mesh('pylonLeg', cylinder(0.12, 9, 8), m.steel);
  const brace = builder.mesh('pylonBrace', box(1.6, 0.08, 0.08), m.steel);
  const arm = builder.mesh('pylonArm', box(4.4, 0.3, 0.4), m.steel);
  const foot = builder.mesh('pylonFoot', roundedBlock(2.4, 0.5, 2.4, 0.2), m.enamel);
  const wheel = builder.mesh('lineSheave', sheave(0.28, 0.12), m.nylon);
  const rung = builder.mesh('rung', cylinder(0.02, 0.4, 6), m.steel);
  for (let i = 0; i < 8; i++) {
    // One pylon disagrees about the distance from which it is drawn simply.
    const extras = { lodDistance: i === 3 ? 80 : 120 };
    const at: Triple = [0, i * 1.4, -14 - i * 5];
    const one = kit.group('pylon', line, at, { extras: { ...extras, renquil: { layer: 'Line' } } });
    kit.part('foot', 'enamel', one, { mesh: foot, at: [0, 0, 0] });
    for (const [x, z] of [
      [-0.8, -0.8],
      [0.8, -0.8],
      [-0.8, 0.8],
      [0.8, 0.8],
    ] as const)
      kit.part('leg', 'steel', one, { mesh: leg, at: [x, 5, z] });
    for (let k = 0; k < 14; k++)
      kit.part('brace', 'steel', one, {
        mesh: brace,
        at: [0, 1 + k * 0.6, k % 2 ? -0.8 : 0.8],
        turn: [0, 0, k % 4 < 2 ? 12 : -12],
      });
    kit.part('arm', 'steel', one, { mesh: arm, at: [0, 9.5, 0] });
    for (let k = 0; k < 8; k++)
      kit.part('lineSheave', 'nylon', one, {
        mesh: wheel,
        at: [k < 4 ? 1.9 : -1.9, 9.9, -0.9 + (k % 4) * 0.6],
      });
    for (let k = 0; k < 12; k++)
      kit.part('rung', 'steel', one, { mesh: rung, at: [0.8, 0.9 + k * 0.68, 1], turn: [0, 0, 90] });
  }
}

function buildFences(builder: SceneBuilder, root: Node): void {
  const kit = new StationKit(builder);
  const m = cabinMaterials(builder);
  const snow = builder.node('snow_grp', root);
  const [post, slat] = [
    builder.mesh('fencePost', box(0.12, 2, 0.12), m.oak),
    builder.mesh('fenceSlat', box(2.6, 0.12, 0.03), m.oak),
  ];
  for (let i = 0; i < 30; i++) {
    const side = i % 2 ? -1 : 1;
    const one = kit.group('fence', snow, [side * (8 + (i % 3)), 0, -38 + Math.floor(i / 2) * 3], {
      turn: [0, side * 8, 0],
      layer: 'Snow',
    });
    for (const x of [-1.3, 1.3]) kit.part('fencePost', 'oak', one, { mesh: post, at: [x, 1, 0] });
    for (let k = 0; k < 10; k++)
      kit.part('fenceSlat', 'oak', one, { mesh: slat, at: [0, 0.3 + k * 0.18, 0.08] });
  }
  const pole = builder.mesh('snowPole', cylinder(0.03, 2.4, 6), m.nylon);
  // A heap that nobody put into a group.
  for (let i = 0; i < 90; i++)
    builder.node(`snowPole${String(i + 1).padStart(3, '0')}_nylon_geo`, root, {
      mesh: pole,
      at: [i % 2 ? -11 : 11, 1.2, -39 + i * 0.55],
      extras: { renquil: { layer: 'Snow' } },
    });
}

function buildSigns(builder: SceneBuilder, root: Node): void {
  const kit = new StationKit(builder);
  const m = cabinMaterials(builder);
  const signs = builder.node('signs_grp', root);
  const [post, board] = [
    builder.mesh('signPost', cylinder(0.05, 2.2, 8), m.steel),
    builder.mesh('signBoard', box(1.2, 0.5, 0.05), m.enamel),
  ];
  for (let i = 0; i < 16; i++) {
    const one = kit.group('sign', signs, [-10 + (i % 8) * 2.8, 0, 10 - Math.floor(i / 8) * 1.4]);
    kit.part('signPost', 'steel', one, { mesh: post, at: [0, 1.1, 0] });
    kit.part('signBoard', 'enamel', one, { mesh: board, at: [0, 1.9, 0.06] });
  }
  builder.node('sign_dup', signs, { mesh: board, at: [12.5, 1.9, 10] });
  for (let i = 0; i < 4; i++) {
    const camera = builder.document
      .createCamera(`view ${i + 1}`)
      .setType('perspective')
      .setYFov(0.8)
      .setZNear(0.1)
      .setZFar(300);
    builder
      .node(i === 2 ? 'Camera.003' : `view${String(i + 1).padStart(3, '0')}_cam`, root, {
        at: [-20 + i * 14, 6, 26],
        turn: [-8, 0, 0],
      })
      .setCamera(camera);
  }
}

function buildLamps(builder: SceneBuilder, root: Node): void {
  const kit = new StationKit(builder);
  const m = cabinMaterials(builder);
  const extension = builder.document.createExtension(KHRLightsPunctual);
  const glow = extension
    .createLight('path lamp')
    .setType('point')
    .setColor([1, 0.88, 0.66])
    .setIntensity(60)
    .setRange(9);
  const lamps = builder.node('lamps_grp', root);
  const [pole, head] = [
    builder.mesh('lampPole', cylinder(0.06, 3, 8), m.steel),
    builder.mesh('lampHead', roundedBlock(0.4, 0.22, 0.4, 0.1), m.brass),
  ];
  for (let i = 0; i < 36; i++) {
    const one = kit.group('lamp', lamps, [i % 2 ? -7.4 : 7.4, 0, 9 - Math.floor(i / 2) * 2.6], {
      layer: 'Light',
    });
    kit.part('lampPole', 'steel', one, { mesh: pole, at: [0, 1.5, 0] });
    kit.part('lampHead', 'brass', one, { mesh: head, at: [0, 3, 0] });
    builder
      .node(`lampGlow${String(i + 1).padStart(3, '0')}_lgt`, one, { at: [0, 2.95, 0] })
      .setExtension('KHR_lights_punctual', glow);
  }
}
