import { applyChange, type Edit } from '@renquil/core/edits';
import { transformPoint, type Vec3 } from '@renquil/core/math';
import { planPivot, planZero } from '@renquil/core/plans';
import type { Scene } from '@renquil/core/scene';
import { decodeShape } from '../gltf/decode-shape.js';
import { openScene } from '../scene-file.js';
import { UsdReference } from '../testing/usd-reference.js';

/** For what never ends, not a measure of speed. */
const bound = 240_000;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const layer = `#usda 1.0
(
    metersPerUnit = 0.01
    upAxis = "Z"
)
def Xform "top"
{
    def Mesh "plate"
    {
        float3[] extent = [(0, 0, 0), (100, 100, 50)]
        int[] faceVertexCounts = [3]
        int[] faceVertexIndices = [0, 1, 2]
        normal3f[] normals = [(0, 0, 1)]
        point3f[] points = [(0, 0, 0), (100, 0, 0), (0, 100, 50)] # three
        double3 xformOp:translate = (10, 20, 30)
        float3 xformOp:rotateXYZ = (0, 0, 90)
        float3 xformOp:scale = (2, 1, 1)
        uniform token[] xformOpOrder = ["xformOp:translate", "xformOp:rotateXYZ", "xformOp:scale"]
    }
    def Cube "box"
    {
        double3 xformOp:translate = (10, 20, 30)
        uniform token[] xformOpOrder = ["xformOp:translate"]
    }
}
`;
type Opened = ReturnType<typeof openScene>;
const edited = (edit: (scene: Scene) => { ok: boolean; edits?: readonly Edit[] }, text = layer): string => {
  const opened = openScene(utf8(text), 'a.usda');
  const plan = edit(opened.scene);
  expect(plan.ok && applyChange(opened.scene, { label: '', edits: plan.edits! }).ok).toBeTrue();
  return new TextDecoder().decode(opened.write(opened.scene).bytes);
};
/** Corners of all triangles in the world, in their order around. */
function corners({ scene, drawn }: Opened): string[] {
  return [...scene.walk()].flatMap(({ id, shape }) => {
    if (shape === null) return [];
    return decodeShape(drawn.json, drawn.buffers, shape)!.flatMap(({ positions, indices }) =>
      [...indices].map((i) =>
        transformPoint(scene.world(id), [
          positions[3 * i]!,
          positions[3 * i + 1]!,
          positions[3 * i + 2]!,
        ] as Vec3)
          .map((n) => (Math.round(n * 1e4) / 1e4 || 0).toFixed(4))
          .join(' '),
      ),
    );
  });
}

describe('a transform worked into the points of a mesh', () => {
  it(
    'leaves all where it was seen, also for OpenUSD',
    async () => {
      const out = edited((scene) => planZero(scene, [2]));
      const [before, after] = [openScene(utf8(layer), 'a.usda'), openScene(utf8(out), 'a.usda')];
      expect(after.scene.get(2).local).toEqual({ t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] });
      expect(corners(after)).toEqual(corners(before));
      expect(out).toContain('] # three');
      expect(out).toContain('normals = [(0, 0, 1)]');
      expect(out).toMatch(/extent = \[\(-90, 20, 30\), \(10, 220, 80\)\]/);
      const reference = await UsdReference.open();
      const answer = await reference.ask('a.usda', { 'a.usda': utf8(out) });
      reference.close();
      expect(answer.error).toBeUndefined();
      expect(corners(openScene(utf8(answer.stage!), 'b.usda'))).toEqual(corners(before));
    },
    bound,
  );
  it('moves a pivot', () => {
    const out = edited((scene) => planPivot(scene, 2, [0, 0, 0]));
    expect(corners(openScene(utf8(out), 'a.usda'))).toEqual(corners(openScene(utf8(layer), 'a.usda')));
  });
  it('turns its faces where it mirrors, and back', () => {
    const flip = (text: string): string => {
      const opened = openScene(utf8(text), 'a.usda');
      const bake = [-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];
      opened.scene.patch(2, { bake });
      return new TextDecoder().decode(opened.write(opened.scene).bytes);
    };
    const once = flip(layer);
    expect(once).toContain('uniform token orientation = "leftHanded"');
    const [a, b] = [corners(openScene(utf8(layer), 'a')), corners(openScene(utf8(flip(once)), 'a.usda'))];
    expect(b.slice(0, 3).sort()).toEqual(a.slice(0, 3).sort());
    expect(flip(once)).toContain('uniform token orientation = "rightHanded"');
  });
  it('is refused where there are no points, or they are said elsewhere', () => {
    const taken = layer.replace(
      'def Cube "box"\n    {',
      'def "box" (\n        references = </lib>\n    )\n    {',
    );
    expect(() => edited((scene) => planZero(scene, [3]), `${taken}\nclass Cube "lib"\n{\n}\n`)).toThrowError(
      /"box" is a Cube, which has no points of its own/,
    );
    const still = 'point3f[] points = [(0, 0, 0), (100, 0, 0), (0, 100, 50)] # three';
    const moving = layer.replace(
      still,
      'point3f[] points.timeSamples = { 1: [(0, 0, 0), (100, 0, 0), (0, 100, 50)] }',
    );
    expect(() => edited((scene) => planZero(scene, [2]), moving)).toThrowError(
      /in a variant, in another file, or over time/,
    );
  });
});
