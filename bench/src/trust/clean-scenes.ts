import { identityTransform, type Transform } from '@renquil/core/math';
import { allOn, Scene, type Kind, type Shape } from '@renquil/core/scene';

/**
 * Two clean scenes by another hand than the demo's: other things, other habits, shapes whose names say nothing, materials
 * under other names. Made for the measurement only, with the names people would call right.
 */
class Yard {
  readonly #shapes: Shape[] = [];
  readonly #objects: {
    name: string;
    kind: Kind;
    parent: number | null;
    shape: number | null;
    material: number;
    local: Transform;
  }[] = [];
  constructor(readonly materials: readonly string[]) {}
  shape(w: number, h: number, d: number): number {
    const half = [w / 2, h / 2, d / 2] as const;
    const n = this.#shapes.length;
    this.#shapes.push({
      name: `data.${n}`,
      faces: 12 + n * 2,
      vertices: 24 + n * 3,
      digest: `shape ${n}`,
      bounds: { min: [-half[0], -half[1], -half[2]], max: [...half] },
    });
    return n;
  }
  put(
    name: string,
    parent: number | null,
    kind: Kind,
    at: readonly [number, number, number] = [0, 0, 0],
    shape: number | null = null,
    material = 0,
  ): number {
    this.#objects.push({ name, kind, parent, shape, material, local: { ...identityTransform, t: at } });
    return this.#objects.length;
  }
  build(): Scene {
    const materials = this.materials.map((name) => ({ name, colour: [1, 1, 1, 1] as const }));
    const scene = new Scene(this.#shapes, materials);
    this.#objects.forEach((one, i) => {
      const made = {
        id: i + 1,
        name: one.name,
        kind: one.kind,
        local: one.local,
        shape: one.shape,
        materials: one.shape === null ? [] : [one.material],
        switches: allOn,
        layer: 'Base',
        mark: null,
        attributes: {},
        rest: null,
        source: null,
      };
      scene.append(made, one.parent);
    });
    return scene;
  }
}
const three = (n: number): string => String(n).padStart(3, '0');

/** A rescue sled: runners, slats, straps, a winch on one side. Meshes in the middle carry no side here. */
export function rescueSled(): Scene {
  const yard = new Yard(['mtl_steelPlate', 'mtl_birchTimber_oak', 'webbing_nylon_red', 'rubberBlack']);
  const [steel, wood, nylon, rubber] = [0, 1, 2, 3];
  const root = yard.put('sled_ctrl', null, 'control');
  const frame = yard.put('frame_grp', root, 'group');
  const [runner, tip, strut, slat, strap, buckle, foot] = [
    yard.shape(0.08, 0.06, 2),
    yard.shape(0.08, 0.3, 0.2),
    yard.shape(0.04, 0.24, 0.04),
    yard.shape(0.6, 0.02, 0.09),
    yard.shape(0.7, 0.01, 0.06),
    yard.shape(0.05, 0.02, 0.06),
    yard.shape(0.1, 0.03, 0.1),
  ];
  for (const [side, x] of [
    ['L', 0.34],
    ['R', -0.34],
  ] as const) {
    yard.put(`${side}_runner001_steel_geo`, frame, 'mesh', [x, 0.03, 0], runner, steel);
    yard.put(`${side}_F_tip001_steel_geo`, frame, 'mesh', [x, 0.18, 1.1], tip, steel);
    for (let i = 1; i <= 5; i++)
      yard.put(`${side}_strut${three(i)}_steel_geo`, frame, 'mesh', [x, 0.18, 0.9 - i * 0.3], strut, steel);
    for (const [place, z] of [
      ['F', 0.9],
      ['B', -0.9],
    ] as const)
      yard.put(`${side}_${place}_foot001_rubber_geo`, frame, 'mesh', [x, 0.3, z], foot, rubber);
  }
  const deck = yard.put('deck_grp', root, 'group');
  for (let i = 1; i <= 14; i++)
    yard.put(`slat${three(i)}_oak_geo`, deck, 'mesh', [0, 0.32, 1 - i * 0.14], slat, wood);
  const straps = yard.put('straps_grp', root, 'group');
  for (let i = 1; i <= 4; i++) {
    yard.put(`strap${three(i)}_nylon_geo`, straps, 'mesh', [0, 0.36, 0.9 - i * 0.36], strap, nylon);
    yard.put(`L_buckle${three(i)}_steel_geo`, straps, 'mesh', [0.3, 0.37, 0.9 - i * 0.36], buckle, steel);
    yard.put(`R_buckle${three(i)}_steel_geo`, straps, 'mesh', [-0.3, 0.37, 0.9 - i * 0.36], buckle, steel);
  }
  const winch = yard.put('L_winch_grp', root, 'group', [0.42, 0.4, -0.8]);
  yard.put('L_drum001_steel_geo', winch, 'mesh', [0, 0, 0], yard.shape(0.12, 0.12, 0.12), steel);
  yard.put('L_crank001_steel_geo', winch, 'mesh', [0.1, 0, 0], yard.shape(0.03, 0.2, 0.03), steel);
  yard.put('L_grip001_rubber_geo', winch, 'mesh', [0.12, 0.1, 0], yard.shape(0.04, 0.04, 0.1), rubber);
  return yard.build();
}

/** A ticket kiosk with shelves, panes and lamps: meshes in the middle carry C, groups of one side their side. */
export function ticketKiosk(): Scene {
  const yard = new Yard(['Oak_Panelling', 'Glass_Clear', 'Enamel_White', 'Brass_Polished']);
  const [oak, glass, enamel, brass] = [0, 1, 2, 3];
  const root = yard.put('kiosk_ctrl', null, 'control');
  const shell = yard.put('shell_grp', root, 'group');
  yard.put('C_floor001_oak_geo', shell, 'mesh', [0, 0.05, 0], yard.shape(2.4, 0.1, 2), oak);
  yard.put('C_ceiling001_enamel_geo', shell, 'mesh', [0, 2.4, 0], yard.shape(2.4, 0.08, 2), enamel);
  yard.put('C_counter001_oak_geo', shell, 'mesh', [0, 1, 0.9], yard.shape(2, 0.06, 0.4), oak);
  const [wall, pillar, pane, shelf, hook, hinge] = [
    yard.shape(0.08, 2.3, 2),
    yard.shape(0.1, 2.3, 0.1),
    yard.shape(0.9, 0.8, 0.02),
    yard.shape(0.25, 0.03, 1.6),
    yard.shape(0.03, 0.06, 0.04),
    yard.shape(0.02, 0.12, 0.05),
  ];
  for (const [side, x] of [
    ['L', 1],
    ['R', -1],
  ] as const) {
    const wing = yard.put(`${side}_wing_grp`, root, 'group');
    yard.put(`${side}_wall001_enamel_geo`, wing, 'mesh', [x * 1.2, 1.2, 0], wall, enamel);
    for (const [place, z] of [
      ['F', 0.95],
      ['B', -0.95],
    ] as const)
      yard.put(`${side}_${place}_pillar001_oak_geo`, wing, 'mesh', [x * 1.15, 1.2, z], pillar, oak);
    for (let i = 1; i <= 4; i++)
      yard.put(`${side}_shelf${three(i)}_oak_geo`, wing, 'mesh', [x, 0.4 + i * 0.4, -0.1], shelf, oak);
    for (let i = 1; i <= 6; i++)
      yard.put(`${side}_hook${three(i)}_brass_geo`, wing, 'mesh', [x * 1.1, 2, 0.9 - i * 0.28], hook, brass);
    yard.put(`${side}_pane001_glass_geo`, wing, 'mesh', [x * 0.5, 1.6, 0.98], pane, glass);
    for (let i = 1; i <= 2; i++)
      yard.put(
        `${side}_hinge${three(i)}_brass_geo`,
        wing,
        'mesh',
        [x * 0.98, 0.6 + i * 0.5, -0.98],
        hinge,
        brass,
      );
    yard.put(`${side}_lamp001_lgt`, wing, 'light', [x * 0.8, 2.3, 0.4]);
  }
  const stock = yard.put('stock_grp', root, 'group');
  const roll = yard.shape(0.08, 0.08, 0.08);
  for (let i = 1; i <= 12; i++)
    yard.put(`roll${three(i)}_enamel_geo`, stock, 'mesh', [0.9 - i * 0.13, 1.1, -0.6], roll, enamel);
  return yard.build();
}
