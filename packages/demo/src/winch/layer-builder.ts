/** A prim of a layer that is built: what stands in its parentheses, its properties, and what stands under it. */
export interface PrimParts {
  readonly meta?: readonly string[];
  readonly lines?: readonly string[];
  readonly prims?: readonly string[];
}
type Triple = readonly [number, number, number];

const indented = (text: string): string => text.replace(/^(?=.)/gm, '    ');

/** The text of a prim. */
export function prim(head: string, { meta = [], lines = [], prims = [] }: PrimParts = {}): string {
  const parens = meta.length ? ` (\n${indented(meta.join('\n'))}\n)` : '';
  const body = [...(lines.length ? [lines.join('\n')] : []), ...prims].join('\n\n');
  return `${head}${parens}\n{\n${body ? `${indented(body)}\n` : ''}}`;
}
/** Where a prim stands, in centimetres, and how it is turned, in degrees. */
export function placed(at: Triple, turn?: Triple): string[] {
  const has = at.some((n) => n !== 0);
  const ops = [
    ...(has ? [`double3 xformOp:translate = (${at.join(', ')})`] : []),
    ...(turn ? [`float3 xformOp:rotateXYZ = (${turn.join(', ')})`] : []),
  ];
  const order = [...(has ? ['"xformOp:translate"'] : []), ...(turn ? ['"xformOp:rotateXYZ"'] : [])];
  return order.length ? [...ops, `uniform token[] xformOpOrder = [${order.join(', ')}]`] : [];
}
/** What a prim is made of. */
export const bound = (material: string): string =>
  `rel material:binding = </winchRoom_grp/Looks/${material}>`;

/** A box about its own middle, as a mesh of six faces. */
export function box(name: string, size: Triple, how: { at: Triple; of: string; turn?: Triple }): string {
  const [x, y, z] = size.map((n) => n / 2) as [number, number, number];
  const corners = [
    [-x, -y, -z],
    [x, -y, -z],
    [x, y, -z],
    [-x, y, -z],
    [-x, -y, z],
    [x, -y, z],
    [x, y, z],
    [-x, y, z],
  ];
  return prim(`def Mesh "${name}"`, {
    meta: ['prepend apiSchemas = ["MaterialBindingAPI"]'],
    lines: [
      `float3[] extent = [(${-x}, ${-y}, ${-z}), (${x}, ${y}, ${z})]`,
      'int[] faceVertexCounts = [4, 4, 4, 4, 4, 4]',
      'int[] faceVertexIndices = [3, 2, 1, 0, 4, 5, 6, 7, 0, 1, 5, 4, 1, 2, 6, 5, 2, 3, 7, 6, 3, 0, 4, 7]',
      `point3f[] points = [${corners.map((one) => `(${one.join(', ')})`).join(', ')}]`,
      'uniform token subdivisionScheme = "none"',
      bound(how.of),
      ...placed(how.at, how.turn),
    ],
  });
}
/** A round bar along Z before it is turned. */
export function bar(
  name: string,
  { radius, height }: { radius: number; height: number },
  how: { at: Triple; of: string; turn?: Triple },
): string {
  return prim(`def Cylinder "${name}"`, {
    meta: ['prepend apiSchemas = ["MaterialBindingAPI"]'],
    lines: [
      `uniform token axis = "Z"`,
      `double height = ${height}`,
      `double radius = ${radius}`,
      bound(how.of),
      ...placed(how.at, how.turn),
    ],
  });
}
/** One of the kit's things, in another place. */
export function copyOf(kit: string, name: string, at: Triple, turn?: Triple): string {
  return prim(`def Xform "${name}"`, {
    meta: ['instanceable = true', `references = </ref_kit/${kit}>`],
    lines: placed(at, turn),
  });
}
/** A group; its things hang in the order given. */
export function group(
  name: string,
  prims: readonly string[],
  how: { at?: Triple; layer?: string; meta?: readonly string[]; lines?: readonly string[] } = {},
): string {
  const ours = how.layer ? [`customData = {\n    string renquil = '{"layer":"${how.layer}"}'\n}`] : [];
  return prim(`def Xform "${name}"`, {
    meta: [...(how.meta ?? []), ...ours],
    lines: [...(how.lines ?? []), ...placed(how.at ?? [0, 0, 0])],
    prims,
  });
}
/** A material of one colour, linear. */
export function material(name: string, colour: Triple, roughness: number): string {
  return prim(`def Material "${name}"`, {
    lines: [`token outputs:surface.connect = </winchRoom_grp/Looks/${name}/paint.outputs:surface>`],
    prims: [
      prim('def Shader "paint"', {
        lines: [
          'uniform token info:id = "UsdPreviewSurface"',
          `color3f inputs:diffuseColor = (${colour.join(', ')})`,
          `float inputs:roughness = ${roughness}`,
          'token outputs:surface',
        ],
      }),
    ],
  });
}
