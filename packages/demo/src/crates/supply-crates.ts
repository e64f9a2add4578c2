import { ObjBuilder } from './obj-builder.js';

const three = (n: number): string => String(n).padStart(3, '0');
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);

/** The supplies that wait at the foot of the pass: crates, casks and a pallet, as an OBJ file from another program. */
export function buildSupplyCrates(): Promise<Uint8Array> {
  const obj = new ObjBuilder();
  obj.line('# Supplies for Brannick Pass. Metres, Y up.');
  obj.line('mtllib supply_crates.mtl');
  crates(obj);
  casks(obj);
  pallet(obj);
  return Promise.resolve(utf8(obj.text()));
}
/** Where the crates stand: x, how high, z, how they are turned; names as the artist left them. */
const stacks: readonly (readonly [string, number, number, number, number])[] = [
  ['crate001_grp', -1.4, 0, 0, 0],
  ['crate002_grp', -1.4, 1, 0.02, 4],
  ['crate003_grp', -0.5, 0, 0.1, -3],
  ['Crate_4', -0.52, 1, 0.08, 8],
  ['crate005_grp', 0.4, 0, 0, 2],
  ['crate005_grp_copy', 1.3, 0, 0.05, 0],
  ['crate007_grp', -0.95, 0, 1, 12],
];
function crates(obj: ObjBuilder): void {
  stacks.forEach(([name, x, floor, z, turn], i) => {
    obj.line(`o ${name}`);
    const at = (u: number, v: number, w: number): [number, number, number] => {
      const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
      return [x + u * cos + w * sin, floor * 0.62 + v, z - u * sin + w * cos];
    };
    const names = partNames(i);
    obj.box(names[0], 'oak_mtl', { size: [0.76, 0.5, 0.56], at: at(0, 0.3, 0), turn });
    obj.box(names[1], 'oak_mtl', { size: [0.8, 0.05, 0.6], at: at(0, 0.58, 0), turn });
    [-1, 1].forEach((side, k) =>
      obj.box(names[2 + k]!, 'oakOld_mtl', { size: [0.06, 0.6, 0.62], at: at(0.3 * side, 0.3, 0), turn }),
    );
    [-1, 1].forEach((side, k) =>
      obj.box(names[4 + k]!, 'steel_mtl', { size: [0.03, 0.05, 0.16], at: at(0.395 * side, 0.4, 0), turn }),
    );
  });
}
/** Of one crate: its box, its lid, two battens and two handles. Three were never named right. */
function partNames(crate: number): [string, string, ...string[]] {
  const n = 2 * crate + 1;
  const names: [string, string, ...string[]] = [
    `box${three(crate + 1)}_oak_geo`,
    `lid${three(crate + 1)}_oak_geo`,
    `batten${three(n)}_oak_geo`,
    `batten${three(n + 1)}_oak_geo`,
    `handle${three(n)}_steel_geo`,
    `handle${three(n + 1)}_steel_geo`,
  ];
  if (crate === 3) names[1] = 'Lid_4';
  if (crate === 4) names[2] = 'batten009_stel_geo';
  if (crate === 6) names[5] = 'handle_left';
  return names;
}
function casks(obj: ObjBuilder): void {
  for (let i = 0; i < 4; i++) {
    obj.line(`o cask${three(i + 1)}_grp`);
    const [x, z] = [1 + 0.62 * (i % 2), 1 + 0.62 * Math.floor(i / 2)];
    obj.drum(`barrel${three(i + 1)}_oak_geo`, 'oak_mtl', {
      radius: 0.24,
      height: 0.8,
      at: [x, 0.4, z],
      bulge: 1.22,
    });
    [0.15, 0.65].forEach((y, k) =>
      obj.drum(i === 2 && k === 1 ? 'Ring.008' : `hoop${three(2 * i + k + 1)}_steel_geo`, 'steel_mtl', {
        ...{ radius: 0.282, height: 0.05, at: [x, y, z] },
      }),
    );
  }
}
function pallet(obj: ObjBuilder): void {
  obj.line('o pallet001_grp');
  for (let i = 0; i < 5; i++)
    obj.box(`slat${three(i + 1)}_oak_geo`, 'oakOld_mtl', {
      size: [0.14, 0.03, 1],
      at: [-2.7 + 0.2 * i, 0.13, 0.5],
    });
  for (let i = 0; i < 3; i++)
    obj.box(`runner${three(i + 1)}_oak_geo`, 'oakOld_mtl', {
      size: [1, 0.11, 0.1],
      at: [-2.3, 0.06, 0.1 + 0.4 * i],
    });
}

/** The materials that lie beside it. */
export function buildSupplyMaterials(): Uint8Array {
  const materials = [
    ['oak_mtl', '0.62 0.45 0.27'],
    ['oakOld_mtl', '0.72 0.6 0.42'],
    ['steel_mtl', '0.45 0.47 0.5'],
  ];
  return utf8(`${materials.map(([name, colour]) => `newmtl ${name}\nKd ${colour}\nd 1\n`).join('\n')}`);
}
