import type { Node } from '@gltf-transform/core';
import type { SceneBuilder, Triple } from '../build/scene-builder.js';
import { box, cylinder, roundedBlock } from '../build/shapes.js';
import type { CabinMaterials } from './materials.js';

/** Floor, roof, posts, panels, windows, two doors, bolts and the cutters for vents and bolt holes. */
export function buildBody(builder: SceneBuilder, control: Node, m: CabinMaterials): void {
  const body = builder.node('cabin_body_grp', control);
  const put = (name: string, shape: ReturnType<SceneBuilder['mesh']>, at: Triple, more = {}): Node =>
    builder.node(name, body, { mesh: shape, at, ...more });

  put('C_floor001_oak_geo', builder.mesh('floor', roundedBlock(2, 0.12, 1.9, 0.22), m.oak), [0, 0.3, 0]);
  put('roofShell', builder.mesh('roof', roundedBlock(2.16, 0.16, 2.06, 0.3), m.enamel), [0, 2.42, 0]);
  put(
    'C_roofRidge001_enamel_geo',
    builder.mesh('ridge', roundedBlock(0.5, 0.1, 1.5, 0.1), m.enamel),
    [0, 2.57, 0],
  );
  posts(builder, body, m);
  panels(builder, body, m);
  windows(builder, body, m);
  doors(builder, body, m);
  bolts(builder, body, m);
  cutters(builder, body, m);
}

function posts(builder: SceneBuilder, body: Node, m: CabinMaterials): void {
  const post = builder.mesh('post', roundedBlock(0.1, 2.0, 0.1, 0.04), m.enamel);
  const corners: [string, Triple][] = [
    ['L_F_post001_enamel_geo', [0.93, 0.42, 0.88]],
    ['R_F_post001_enamel_geo', [-0.93, 0.42, 0.88]],
    // Sits at the right, says left.
    ['L_B_post001_enamel_geo', [-0.93, 0.42, -0.88]],
    ['post_LB', [0.93, 0.42, -0.88]],
  ];
  for (const [name, at] of corners) builder.node(name, body, { mesh: post, at });
}

function panels(builder: SceneBuilder, body: Node, m: CabinMaterials): void {
  const wide = builder.mesh('panelWide', roundedBlock(1.76, 0.82, 0.06, 0.03), m.enamel);
  builder.node('F_panel001_enamel_geo', body, { mesh: wide, at: [0, 0.42, 0.9] });
  builder.node('B_panel001_enamel_geo', body, { mesh: wide, at: [0, 0.42, -0.9] });
  const side = builder.mesh('panelSide', roundedBlock(0.06, 0.82, 0.36, 0.03), m.enamel);
  const sides: [string, Triple][] = [
    ['L_F_panel001_enamel_geo', [0.95, 0.42, 0.64]],
    ['L_B_panel001_enamel_geo', [0.95, 0.42, -0.64]],
    ['R_F_panel001_enamel_geo', [-0.95, 0.42, 0.64]],
    ['R_B_panel001_enamel_geo', [-0.95, 0.42, -0.64]],
  ];
  for (const [name, at] of sides) builder.node(name, body, { mesh: side, at });
  const sill = builder.mesh('sill', box(1.78, 0.05, 0.09), m.steel);
  builder.node('F_sill001_steel_geo', body, { mesh: sill, at: [0, 1.26, 0.9] });
  builder.node('sill.001', body, { mesh: sill, at: [0, 1.26, -0.9] });
  const header = builder.mesh('header', box(1.78, 0.12, 0.08), m.enamel);
  builder.node('F_header001_enamel_geo', body, { mesh: header, at: [0, 2.36, 0.9] });
  builder.node('B_header001_enamel_geo', body, { mesh: header, at: [0, 2.36, -0.9] });
}

function windows(builder: SceneBuilder, body: Node, m: CabinMaterials): void {
  const group = builder.node('windows', body);
  const wide = builder.mesh('paneWide', box(1.74, 1.02, 0.02), m.glass);
  const narrow = builder.mesh('paneSide', box(0.02, 1.02, 0.34), m.glass);
  const panes: [string, typeof wide, Triple][] = [
    ['F_window001_glass_geo', wide, [0, 1.8, 0.9]],
    ['windowBack', wide, [0, 1.8, -0.9]],
    ['L_F_window001_glass_geo', narrow, [0.95, 1.8, 0.64]],
    ['L_B_window001_glass_geo', narrow, [0.95, 1.8, -0.64]],
    ['R_F_window001_glas_geo', narrow, [-0.95, 1.8, 0.64]],
    ['R_B_window001_glass_geo', narrow, [-0.95, 1.8, -0.64]],
  ];
  for (const [name, mesh, at] of panes) builder.node(name, group, { mesh, at });
  const mullion = builder.mesh('mullion', box(0.035, 1.04, 0.05), m.enamel);
  const bars: [string, Triple][] = [
    ['C_F_mullion001_enamel_geo', [0, 1.8, 0.9]],
    ['L_F_mullion001_enamel_geo', [0.45, 1.8, 0.9]],
    ['R_F_mullion001_enamel_geo', [-0.45, 1.8, 0.9]],
    ['C_B_mullion001_enamel_geo', [0, 1.8, -0.9]],
    ['Cube.003', [0.45, 1.8, -0.9]],
    ['R_B_mullion01_enamel_geo', [-0.45, 1.8, -0.9]],
  ];
  for (const [name, at] of bars) builder.node(name, group, { mesh: mullion, at });
}

/** The right door is the left one turned inside out with a scale of -1, as hurried people do. */
function doors(builder: SceneBuilder, body: Node, m: CabinMaterials): void {
  const leaf = builder.mesh('doorLeaf', roundedBlock(0.06, 1.94, 0.88, 0.03), m.enamel);
  const pane = builder.mesh('doorPane', box(0.075, 0.9, 0.66), m.glass);
  const handle = builder.mesh('doorHandle', roundedBlock(0.07, 0.22, 0.05, 0.02), m.brass);
  const hinge = builder.mesh('hinge', cylinder(0.025, 0.12), m.steel);
  const left = builder.node('door left', body, { mesh: leaf, at: [0.97, 0.44, 0] });
  const right = builder.node('door_R', body, { mesh: leaf, at: [-0.97, 0.44, 0], scale: [-1, 1, 1] });
  for (const [side, door] of [
    ['L', left],
    ['R', right],
  ] as const) {
    builder.node(`${side}_doorPane001_glass_geo`, door, { mesh: pane, at: [0, 1.36, 0] });
    builder.node(side === 'L' ? 'L_doorHandle001_brass_geo' : 'handle right', door, {
      mesh: handle,
      at: [0.02, 0.82, 0.33],
    });
    for (const [i, y] of [0.3, 1.6].entries()) {
      builder.node(`${side}_hinge00${i + 1}_steel_geo`, door, { mesh: hinge, at: [0.02, y, -0.44] });
    }
  }
}

/** Half of the bolts share a shape; the other half are copies that should be instances. */
function bolts(builder: SceneBuilder, body: Node, m: CabinMaterials): void {
  const group = builder.node('bolts_grp', body);
  const head = (): ReturnType<typeof cylinder> => cylinder(0.022, 0.03, 6).rotateX(Math.PI / 2);
  const shared = builder.mesh('boltHead', head(), m.steel);
  for (let i = 0; i < 24; i++) {
    const front = i < 12;
    const column = i % 12;
    const at: Triple = [-0.77 + column * 0.14, 1.16, front ? 0.94 : -0.94];
    const side = Math.abs(at[0]) < 0.01 ? '' : at[0] > 0 ? 'L_' : 'R_';
    const number = String((column % 6) + 1).padStart(3, '0');
    const good = `${side}${front ? 'F' : 'B'}_bolt${number}_steel_geo`;
    const name = i === 6 ? 'bolt7' : i === 15 ? 'bolt_dup' : i === 20 ? 'blot 21' : good;
    const mesh = front ? shared : builder.mesh('boltHead', head(), m.steel);
    builder.node(name, group, { mesh, at });
  }
}

function cutters(builder: SceneBuilder, body: Node, m: CabinMaterials): void {
  const slot = builder.mesh('cutSlot', box(0.22, 0.03, 0.16), m.guide);
  const hole = builder.mesh('cutHole', cylinder(0.018, 0.1, 8).rotateX(Math.PI / 2), m.guide);
  for (let i = 1; i <= 12; i++) {
    const at: Triple = [i <= 6 ? 0.55 : -0.55, 0.5 + ((i - 1) % 6) * 0.06, 0.9];
    // The fifth lost its prefix: a helper that would go along unseen.
    builder.node(i === 5 ? 'vent_005' : `cut_vent_${pad(i)}`, body, { mesh: slot, at });
  }
  for (let i = 1; i <= 12; i++) {
    builder.node(`cut_bolt_${pad(i)}`, body, { mesh: hole, at: [-0.77 + (i - 1) * 0.14, 1.16, 0.9] });
  }
}

const pad = (i: number): string => String(i).padStart(3, '0');
