import { transformPoint, type Vec3 } from '@renquil/core/math';
import { RenquilError } from '@renquil/core/errors';
import type { Scene, SceneObject } from '@renquil/core/scene';
import validator from 'gltf-validator';
import { openScene } from '../scene-file.js';
import { trapLayer } from '../testing/trap-layer.js';
import { openUsda, usdaGltf } from './read-usda.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const read = (body: string, meta = 'metersPerUnit = 1'): Scene =>
  openScene(utf8(`#usda 1.0\n(\n${meta}\n)\n${body}\n`), 'a.usda').scene;
const named = (scene: Scene, name: string): SceneObject =>
  [...scene.walk()].find((one) => one.name === name)!;
const errorOf = (text: string): string => {
  try {
    openScene(utf8(text), 'a.usda');
    return '';
  } catch (error) {
    if (!(error instanceof RenquilError)) throw error;
    return error.message;
  }
};
const order = (...names: string[]): string =>
  `uniform token[] xformOpOrder = [${names.map((n) => `"${n}"`).join(', ')}]`;

describe('a layer of OpenUSD text as a scene', () => {
  // Worked by hand from UsdGeomXformable: the operations in the order of the list, the last nearest to the points.
  const transforms: [string, string, Vec3, Vec3][] = [
    [
      'translate',
      `double3 xformOp:translate = (1, 2, 3)\n${order('xformOp:translate')}`,
      [0, 0, 0],
      [1, 2, 3],
    ],
    [
      'rotateX by 90 takes Y to Z',
      `float xformOp:rotateX = 90\n${order('xformOp:rotateX')}`,
      [0, 1, 0],
      [0, 0, 1],
    ],
    [
      'rotateXYZ turns about X first',
      `float3 xformOp:rotateXYZ = (90, 90, 0)\n${order('xformOp:rotateXYZ')}`,
      ...([
        [0, 1, 0],
        [1, 0, 0],
      ] as [Vec3, Vec3]),
    ],
    [
      'rotateZYX turns about Z first',
      `float3 xformOp:rotateZYX = (90, 0, 90)\n${order('xformOp:rotateZYX')}`,
      ...([
        [1, 0, 0],
        [0, 0, 1],
      ] as [Vec3, Vec3]),
    ],
    [
      'translate stands outside scale',
      `double3 xformOp:translate = (1, 0, 0)\nfloat3 xformOp:scale = (2, 2, 2)\n${order('xformOp:translate', 'xformOp:scale')}`,
      ...([
        [1, 0, 0],
        [3, 0, 0],
      ] as [Vec3, Vec3]),
    ],
    [
      'a pivot is gone to and come back from',
      `float3 xformOp:translate:pivot = (1, 0, 0)\nfloat xformOp:rotateZ = 90\n${order('xformOp:translate:pivot', 'xformOp:rotateZ', '!invert!xformOp:translate:pivot')}`,
      ...([
        [2, 0, 0],
        [1, 1, 0],
      ] as [Vec3, Vec3]),
    ],
    [
      'orient has its real part first',
      `quatf xformOp:orient = (0.70710678, 0, 0, 0.70710678)\n${order('xformOp:orient')}`,
      ...([
        [1, 0, 0],
        [0, 1, 0],
      ] as [Vec3, Vec3]),
    ],
    [
      'a matrix has its translation in the last row',
      `matrix4d xformOp:transform = ((1, 0, 0, 0), (0, 1, 0, 0), (0, 0, 1, 0), (5, 6, 7, 1))\n${order('xformOp:transform')}`,
      ...([
        [0, 0, 0],
        [5, 6, 7],
      ] as [Vec3, Vec3]),
    ],
    [
      'the first sample, where there is no default',
      `double3 xformOp:translate.timeSamples = {\n 3: (4, 0, 0),\n 9: (5, 0, 0)\n}\n${order('xformOp:translate')}`,
      ...([
        [0, 0, 0],
        [4, 0, 0],
      ] as [Vec3, Vec3]),
    ],
    ['what is in no order does not count', 'double3 xformOp:translate = (1, 2, 3)', [0, 0, 0], [0, 0, 0]],
  ];
  for (const [what, body, from, to] of transforms)
    it(`places prims: ${what}`, () => {
      const scene = read(`def Xform "a"\n{\n${body}\n}`);
      const at = transformPoint(scene.world(1), from);
      at.forEach((n, i) => expect(n).toBeCloseTo(to[i]!, 6));
    });
  it('counts the instances of a point instancer', () => {
    const scene = read(
      'def PointInstancer "screws" {\n int[] protoIndices = [0, 0, 1]\n rel prototypes = [</a>, </b>]\n}',
    );
    expect<unknown>({ ...scene.get(1).attributes }).toEqual({ type: 'PointInstancer', instances: 3 });
  });
  it('lets a prim stand in the world that says so, whatever stands above it', () => {
    const up = `double3 xformOp:translate = (1, 0, 0)`;
    const scene = read(
      `def Xform "a"\n{\n${up}\n${order('xformOp:translate')}\ndef Xform "b"\n{\n${up}\n${order('!resetXformStack!', 'xformOp:translate')}\n}\n}`,
    );
    expect(scene.world(2).slice(12, 15)).toEqual([1, 0, 0]);
  });
  it('is in metres with Y up, cameras and what hangs under them too', () => {
    const at = (x: number, y: number, z: number): string =>
      `double3 xformOp:translate = (${x}, ${y}, ${z})\n${order('xformOp:translate')}\n`;
    const scene = read(
      `def Xform "a"\n{\n${at(100, 200, 300)}def Camera "eye"\n{\ndef Xform "hung"\n{\n${at(0, 0, -100)}}\n}\n}`,
      'upAxis = "Z"\nmetersPerUnit = 0.01',
    );
    expect(
      scene
        .world(1)
        .slice(12, 15)
        .map((n) => Math.round(n * 1e6) / 1e6),
    ).toEqual([1, 3, -2]);
    // A camera looks along -Z: with Z up that is down, a turn of -90 degrees about X from how glTF has it.
    const eye = scene.world(named(scene, 'eye').id);
    transformPoint(eye, [0, 0, -1]).forEach((n, i) => expect(n).toBeCloseTo([1, 2, -2][i]!, 9));
    const hung = scene.world(named(scene, 'hung').id);
    hung.slice(12, 15).forEach((n, i) => expect(n).toBeCloseTo([1, 2, -2][i]!, 9));
  });
  it('knows what prims are', () => {
    const scene = read(
      `def Xform "all" (kind = "assembly")
{
  def Mesh "quad" (customData = { string renquil = '{"layer":"Body","attributes":{"lod":2}}' })
  {
    point3f[] points = [(0, 0, 0), (1, 0, 0), (1, 1, 0), (0, 1, 0)] # a remark with (9, 9, 9)
    int[] faceVertexCounts = [4]
    int[] faceVertexIndices = [0, 1, 2, 3]
    custom int order = 4
    string[] userProperties:tags = ["a", "b"]
    rel material:binding = </all/Looks/Red>
  }
  def BasisCurves "ring_ctrl" { int[] curveVertexCounts = [3]
    point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]
    token wrap = "periodic"
  }
  def Mesh "cage" { uniform token purpose = "guide"
  }
  def Xform "hidden" { token visibility = "invisible"
  }
  def Xform "off" (active = false) {}
  def SphereLight "lamp" {}
  def Camera "eye" {}
  def Scope "Looks" { def Material "Red" { def Shader "paint" { color3f inputs:diffuseColor = (1, 0, 0)
  } } }
}
class "_kit" { def Cube "part" {} }`,
    );
    expect([...scene.walk()].map(({ name, kind }) => `${name} ${kind}`)).toEqual([
      ...['all group', 'quad mesh', 'ring_ctrl control', 'cage helper', 'hidden group', 'off group'],
      ...['lamp light', 'eye camera', '_kit helper', 'part helper'],
    ]);
    const quad = named(scene, 'quad');
    expect<object>(quad.attributes).toEqual({ order: 4, tags: ['a', 'b'], lod: 2 });
    expect(quad.layer).toBe('Body');
    expect(scene.shapes[quad.shape!]).toEqual(jasmine.objectContaining({ faces: 2, vertices: 4 }));
    expect(quad.materials.map((at) => scene.materials[at]!.name)).toEqual(['Red']);
    expect(scene.materials[quad.materials[0]!]!.colour).toEqual([1, 0, 0, 1]);
    expect([named(scene, 'hidden').switches.shown, named(scene, 'off').switches.goes]).toEqual([
      false,
      false,
    ]);
  });
  it('draws what references bring in, copies as instances of one shape', () => {
    const scene = read(
      `def Xform "bolt" { def Cube "head" {} }\ndef Xform "a" (references = </bolt>) {}\ndef Xform "b" (instanceable = true; references = </bolt>) {}\ndef Xform "c" (instanceable = true; references = </bolt>) {}`,
    );
    const [a, b, c] = [named(scene, 'a'), named(scene, 'b'), named(scene, 'c')];
    expect(a.shape).toBeNull();
    expect(b.shape).not.toBeNull();
    expect(c.shape).toBe(b.shape);
    expect(scene.shapes[b.shape!]!.faces).toBe(12);
    // What is no instance has what stands below as objects.
    const heads = [...scene.walk()].filter(({ name }) => name === 'head');
    expect(heads.map(({ parent }) => scene.get(parent!).name)).toEqual(['bolt', 'a']);
  });
  it('takes a reference to a mesh itself for an instance, unless it says something of the shape', () => {
    const mesh = `point3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]\nint[] faceVertexCounts = [3]\nint[] faceVertexIndices = [0, 1, 2]\n`;
    const scene = read(
      `def Mesh "plate" {\n${mesh}}\ndef "a" (references = </plate>) {}\ndef "b" (references = </plate>) {}\ndef "c" (references = </plate>) {\nuniform token orientation = "leftHanded"\n}`,
    );
    const [a, b, c] = ['a', 'b', 'c'].map((name) => named(scene, name).shape);
    expect([a, b].every((shape) => shape !== null && shape === a)).toBeTrue();
    expect(c).not.toBe(a);
  });
  it('draws no more than its bound, however often a few lines bring in much', () => {
    const kit = (n: number): string =>
      `class "k${n}" {\n${Array.from({ length: 60 }, (_, i) => `def Sphere "s${i}" {}`).join('\n')}\n}`;
    const kits = Array.from({ length: 30 }, (_, n) => kit(n)).join('\n');
    // Each takes over another choice of the kits, so that no two are one shape.
    const users = Array.from({ length: 400 }, (_, n) => {
      const chosen = Array.from({ length: 30 }, (_, k) => k).filter((k) => ((n * 2654435761) >>> k) & 1);
      return `def "u${n}" (inherits = [${chosen.map((k) => `</k${k}>`).join(', ')}]) {}`;
    }).join('\n');
    const glb = usdaGltf(openUsda(utf8(`#usda 1.0\n${kits}\n${users}\n`), 'a.usda'), 'made.glb').bytes;
    expect(glb.length).toBeLessThan(150e6);
  });
  it('asks a prim with very many properties and operations in time', () => {
    const n = 40_000;
    const ops = Array.from({ length: n }, (_, i) => `double3 xformOp:translate:o${i} = (0, 0, 1)`).join('\n');
    const names = Array.from({ length: n }, (_, i) => `"xformOp:translate:o${i}"`).join(', ');
    const scene = read(
      `def "a" {\n${ops}\ncustom int __proto__ = 3\nuniform token[] xformOpOrder = [${names}]\n}`,
    );
    expect(scene.world(1)[14]).toBe(n);
    expect(Object.keys(scene.get(1).attributes)).toEqual(['__proto__']);
  });
  it('says which other files it does not follow', () => {
    const layer = '#usda 1.0\n(\nsubLayers = [@base.usda@]\n)\ndef "a" (references = @kit.usd@</x>) {}\n';
    expect(openScene(utf8(layer), 'a.usda').note).toBe(
      'Other files that it refers to were not followed: base.usda, kit.usd',
    );
  });
  it('gives a document that the Khronos validator has nothing against', async () => {
    const glb = usdaGltf(openUsda(utf8(trapLayer), 'a.usda'), 'made.glb').bytes;
    const report = (await validator.validateBytes(glb)) as {
      issues: { messages: { severity: number }[] };
    };
    expect(report.issues.messages.filter(({ severity }) => severity < 2)).toEqual([]);
  });

  const wrong: [string, string, string][] = [
    ['no header', 'def "a" {}', 'a.usda, line 1, column 1: the first line is not "#usda 1.0".'],
    ['a brace that stays open', '#usda 1.0\ndef "a" {\n', 'a.usda, line 2, column 9: a brace is not closed.'],
    ['a brace too many', '#usda 1.0\n}\n', 'a.usda, line 2, column 1: "}" closes nothing.'],
    ['a text that stays open', '#usda 1.0\ndef "a {}\n', 'a.usda, line 2, column 5: a text is not closed.'],
    [
      'a name that is none',
      '#usda 1.0\ndef "a b" {}\n',
      'a.usda, line 2, column 5: "a b" cannot be the name of a prim.',
    ],
    [
      'a name twice',
      '#usda 1.0\ndef "a" {}\r\ndef "a" {}\n',
      'a.usda, line 3, column 5: a prim "a" stands here already.',
    ],
    [
      'a bracket of another sort',
      '#usda 1.0\ndef "a" { int[] b = [1)\n}',
      'a.usda, line 2, column 23: ")" closes nothing.',
    ],
    [
      'brackets without end',
      `#usda 1.0\ndef "a" { int[] b = ${'['.repeat(2000)}`,
      'a.usda, line 2, column 1021: brackets stand deeper in each other than 1000.',
    ],
    [
      'a value that is missing',
      '#usda 1.0\ndef "a" { int b = \n}',
      'a.usda, line 3, column 1: "}" closes nothing.',
    ],
  ];
  for (const [what, text, says] of wrong)
    it(`refuses ${what}, with its place`, () => expect(errorOf(text)).toBe(says));
  it('reads prims ten thousand deep without falling over, and refuses more', () => {
    const deep = (n: number): string => `#usda 1.0\n${'def "a" {'.repeat(n)}${'}\n'.repeat(n)}`;
    expect(openScene(utf8(deep(10_000)), 'a.usda').scene.size).toBe(10_000);
    expect(errorOf(deep(10_001))).toContain('prims stand deeper in each other than 10000');
  });
  it('has primvars of a whole prim and what people kept of it as attributes', () => {
    const scene = read(`def Mesh "a" (
      customData = { string note = "by hand" bool done = 1 dictionary shop = { int shelf = 4 token[] tags = ["x", "y"] } string renquil = '{}' }
    ) {
      float primvars:wear = 0.5
      color3f[] primvars:displayColor = [(1, 0, 0)] (interpolation = "constant")
      texCoord2f[] primvars:st = [(0, 0), (1, 1)] (interpolation = "vertex")
      int[] primvars:st:indices = [0, 1]
    }`);
    const said: unknown = named(scene, 'a').attributes;
    expect(said).toEqual({
      'customData:note': 'by hand',
      'customData:done': true,
      'customData:shop:shelf': 4,
      'customData:shop:tags': ['x', 'y'],
      'primvars:wear': 0.5,
      'primvars:displayColor': [1, 0, 0],
    });
  });
});
