import { applyChange, type Edit } from '@renquil/core/edits';
import { toMatrix, transformPoint, type Vec3 } from '@renquil/core/math';
import { planZero } from '@renquil/core/plans';
import type { ObjectId, Scene } from '@renquil/core/scene';
import { planLike, planShare } from '@renquil/core/twins';
import { decodeShape } from '../gltf/decode-shape.js';
import { openScene } from '../scene-file.js';
import { UsdReference } from '../testing/usd-reference.js';

const bound = 240_000;
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const quad = `int[] faceVertexCounts = [4, 3]
            int[] faceVertexIndices = [0, 1, 2, 3, 0, 1, 4]
            point3f[] points = [(0, 0, 0), (1, 0, 0), (1, 1, 0), (0, 1, 0), (0, 0, 2)]`;
const layer = `#usda 1.0
(
    metersPerUnit = 1
)

def Xform "set" (
    prepend apiSchemas = ["MaterialBindingAPI"]
)
{
    rel material:binding = </set/Looks/Steel>

    def Xform "one"
    {
        def Mesh "panel" (
            kind = "subcomponent"
        )
        {
            # by hand
            ${quad}
            texCoord2f[] primvars:st = [(0, 0), (1, 0), (1, 1), (0, 1), (0, 0)] (
                interpolation = "vertex"
            )
            float primvars:weight = 3
            custom string note = "one"
            double3 xformOp:translate = (1, 2, 3)
            uniform token[] xformOpOrder = ["xformOp:translate"]

            def GeomSubset "glass" (
                prepend apiSchemas = ["MaterialBindingAPI"]
            )
            {
                uniform token elementType = "face"
                uniform token familyName = "materialBind"
                int[] indices = [1]
                rel material:binding = </set/Looks/Glass>
            }
        }

        def Mesh "extra"
        {
            ${quad.replaceAll('2)', '9)')}
        }
    }

    def Xform "two"
    {
        def Cube "panel_b"
        {
            double size = 4
            double3 xformOp:translate = (5, 0, 0)
            uniform token[] xformOpOrder = ["xformOp:translate"]
        }
    }

    def Xform "three"
    {
        def Mesh "panel_c"
        {
            ${quad}
        }
    }

    def Scope "Looks"
    {
        def Material "Steel"
        {
        }

        def Material "Glass"
        {
        }
    }
}
`;
type Opened = ReturnType<typeof openScene>;
function named(scene: Scene, name: string): ObjectId {
  for (const object of scene.walk()) if (object.name === name) return object.id;
  throw new Error(name);
}
function edit(opened: Opened, edits: readonly Edit[]): void {
  expect(applyChange(opened.scene, { label: '', edits }).ok).toBeTrue();
}
const fitting = (plan: { ok: boolean; edits?: readonly Edit[] }): readonly Edit[] => {
  expect(plan.ok).toBeTrue();
  return plan.edits!;
};
/** Corners of all triangles of each object in the world, with the materials that its parts wear. */
function drawn({ scene, drawn: { json, buffers } }: Opened): Record<string, string> {
  const out: Record<string, string> = {};
  for (const { id, name, shape, bake } of scene.walk()) {
    if (shape === null) continue;
    const parts = json.meshes![shape]!.primitives.map(({ material }) =>
      material === undefined ? '' : json.materials![material]!.name,
    );
    const points = decodeShape(json, buffers, shape)!.flatMap(({ positions, indices }) =>
      [...indices].map((i) => {
        const own = [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!] as Vec3;
        return transformPoint(scene.world(id), bake ? transformPoint(bake, own) : own)
          .map((n) => (Math.round(n * 1e4) / 1e4 || 0).toFixed(3))
          .join(' ');
      }),
    );
    out[name] = `${parts.join()}: ${points.join(', ')}`;
  }
  return out;
}

describe('shapes that prims take over from others', () => {
  let reference: UsdReference;
  beforeAll(async () => void (reference = await UsdReference.open()), bound);
  afterAll(() => reference.close());
  async function writtenAgain(opened: Opened): Promise<{ text: string; again: Opened }> {
    const { bytes } = opened.write(opened.scene);
    const again = openScene(bytes, 'a.usda');
    expect(drawn(again)).toEqual(drawn(opened));
    const answer = await reference.ask('a.usda', { 'a.usda': bytes });
    expect(answer.error).toBeUndefined();
    expect(drawn(openScene(utf8(answer.stage!), 'flat.usda'))).toEqual(drawn(opened));
    return { text: new TextDecoder().decode(bytes), again };
  }

  it(
    'are said again in words of the layer, with subsets and what they are bound to',
    async () => {
      const opened = openScene(utf8(layer), 'a.usda');
      const { scene } = opened;
      edit(opened, fitting(planLike(scene, named(scene, 'one'), [named(scene, 'two')])));
      const { text, again } = await writtenAgain(opened);
      expect(text).toContain('def Mesh "panel_b"');
      expect(text).not.toContain('double size = 4');
      expect(text.match(/def GeomSubset "glass"/g)?.length).toBe(2);
      expect(text.match(/primvars:st/g)?.length).toBe(2);
      // What is said about the object itself is not of its shape.
      expect(text.match(/custom string note|primvars:weight|by hand/g)?.length).toBe(3);
      expect([...again.scene.walk()].map(({ name }) => name)).toEqual(
        [...scene.walk()].map(({ name }) => name),
      );
    },
    bound,
  );
  it(
    'follow materials that were renamed and what moved',
    async () => {
      const opened = openScene(utf8(layer), 'a.usda');
      const { scene } = opened;
      edit(opened, fitting(planLike(scene, named(scene, 'one'), [named(scene, 'two')])));
      edit(opened, [{ kind: 'rename', object: named(scene, 'set'), from: 'set', to: 'set_grp' }]);
      const { text } = await writtenAgain(opened);
      expect(text.match(/<\/set_grp\/Looks\/Glass>/g)?.length).toBe(2);
      expect(text).not.toContain('</set/');
    },
    bound,
  );
  it(
    'with transforms worked into them, solids becoming meshes',
    async () => {
      const opened = openScene(utf8(layer), 'a.usda');
      const { scene } = opened;
      const [box, panel] = [named(scene, 'panel_b'), named(scene, 'panel')];
      edit(opened, [
        {
          kind: 'transform',
          object: box,
          from: scene.get(box).local,
          to: { t: [5, 1, 0], r: [0, 0, Math.SQRT1_2, Math.SQRT1_2], s: [1, 2, 1] },
        },
      ]);
      edit(opened, fitting(planZero(scene, [box, panel])));
      edit(opened, fitting(planLike(scene, named(scene, 'one'), [named(scene, 'three')])));
      const { text } = await writtenAgain(opened);
      expect(text).toContain('def Mesh "panel_b"');
      expect(toMatrix(scene.get(box).local)[12]).toBe(0);
    },
    bound,
  );
  it('that were made one keep their text: they draw the same', () => {
    const opened = openScene(utf8(layer.replaceAll('texCoord2f', 'color3f')), 'a.usda');
    const { scene } = opened;
    // Of all shapes two are alike where subsets do not part them.
    const twin = layer.replace(/def GeomSubset[\s\S]*?\n {12}\}\n/, '');
    const two = openScene(utf8(twin), 'a.usda');
    const shared = planShare(two.scene);
    expect(shared.objects).toBe(1);
    edit(two, shared.edits);
    expect(new TextDecoder().decode(two.write(two.scene).bytes)).toBe(twin);
    expect(planShare(scene).objects).toBe(0);
  });
  it('are refused where they would be said again without an end', () => {
    const points = Array.from({ length: 300_000 }, (_, i) => `(${i}, 0, 0)`).join(', ');
    const boxes = Array.from({ length: 70 }, (_, i) => `def Cube "box_${i}"\n{\n}\n`).join('');
    const text = `#usda 1.0\ndef Mesh "large"\n{\n    int[] faceVertexCounts = [3]\n    int[] faceVertexIndices = [0, 1, 2]\n    point3f[] points = [${points}]\n}\n${boxes}`;
    const opened = openScene(utf8(text), 'a.usda');
    const { scene } = opened;
    edit(opened, fitting(planLike(scene, named(scene, 'large'), [named(scene, 'box_0')])));
    expect(opened.write(scene).bytes.length).toBeGreaterThan(2 * points.length);
    const others = [...scene.walk()].filter(({ name }) => name.startsWith('box')).map(({ id }) => id);
    edit(opened, fitting(planLike(scene, named(scene, 'large'), others)));
    expect(() => opened.write(scene)).toThrowMatching((error: Error) =>
      error.message.includes('shapes would be said again in more than 256 MB'),
    );
  });
  it('are refused in words where they are not said by the prim itself', () => {
    const text = layer.replace(
      'def Xform "three"\n    {',
      'def Xform "three"\n    {\n        def Mesh "like" (prepend references = </set/one/panel>)\n        {\n        }\n',
    );
    const opened = openScene(utf8(text), 'a.usda');
    const { scene } = opened;
    const [like, box] = [named(scene, 'like'), named(scene, 'panel_b')];
    edit(opened, fitting(planLike(scene, box, [like])));
    expect(() => opened.write(scene)).toThrowMatching((error: Error) =>
      /"like" is to draw something else, but takes it over from another prim/.test(
        JSON.stringify(error) + error.message,
      ),
    );
  });
});
