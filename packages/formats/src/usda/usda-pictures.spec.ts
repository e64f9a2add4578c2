import { allNeededFiles } from '../needed-files.js';
import { openScene } from '../scene-file.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 9]);
/** A look of its own file, as exporters write them: a surface, a texture, what reads the primvar, and an input in between. */
const looks = (alpha: string): string => `#usda 1.0
def Material "Wood"
{
    color3f inputs:tint.connect = </Wood/Tex.outputs:rgb>
    token outputs:surface.connect = </Wood/Surface.outputs:surface>
    def Shader "Surface"
    {
        uniform token info:id = "UsdPreviewSurface"
        color3f inputs:diffuseColor.connect = </Wood.inputs:tint>
        ${alpha}
        token outputs:surface
    }
    def Shader "Tex"
    {
        uniform token info:id = "UsdUVTexture"
        asset inputs:file = @../pictures/wood.png@
        float2 inputs:st.connect = </Wood/Reader.outputs:result>
        float3 outputs:rgb
    }
    def Shader "Reader"
    {
        uniform token info:id = "UsdPrimvarReader_float2"
        string inputs:varname = "map1"
        float2 outputs:result
    }
}
`;
const set = (primvar: string): string => `#usda 1.0
(
    upAxis = "Y"
    metersPerUnit = 1
)
def Mesh "quad"
{
    int[] faceVertexCounts = [4]
    int[] faceVertexIndices = [0, 1, 2, 3]
    point3f[] points = [(0, 0, 0), (1, 0, 0), (1, 1, 0), (0, 1, 0)]
    ${primvar}
    rel material:binding = </Looks/Wood>
}
def "Looks"
{
    def "Wood" (
        references = @./looks/wood.usda@</Wood>
    )
    {
    }
}
`;
function drawn(primvar: string, alpha = ''): { laid: number[] | null; vertices: number; look: object } {
  const files: Record<string, Uint8Array> = {
    'looks/wood.usda': utf8(looks(alpha)),
    'pictures/wood.png': png,
  };
  const { source, scene } = openScene(utf8(set(primvar)), 'set.usda', (path) => files[path] ?? null);
  const { json, buffers } = source;
  const at = json.meshes![0]!.primitives[0]!.attributes['TEXCOORD_0'];
  const accessor = at === undefined ? null : json.accessors![at]!;
  const { byteOffset = 0 } = accessor ? json.bufferViews![accessor.bufferView!]! : {};
  const floats =
    accessor && new Float32Array(buffers[0]!.slice(byteOffset, byteOffset + accessor.count * 8).buffer);
  return { laid: floats && [...floats], vertices: scene.shapes[0]!.vertices, look: json.materials![0]! };
}

describe('the pictures of a layer', () => {
  const st = 'texCoord2f[] primvars:map1';
  for (const [what, primvar, laid] of [
    [
      'points',
      `${st} = [(0, 0), (1, 0), (1, 1), (0, 1)] (interpolation = "vertex")`,
      [0, 1, 1, 1, 1, 0, 0, 0],
    ],
    [
      'corners, by their numbers',
      `${st} = [(0, 0), (0.5, 1)] (interpolation = "faceVarying")\n    int[] primvars:map1:indices = [1, 0, 1, 0]`,
      [0.5, 0, 0, 1, 0.5, 0, 0, 1],
    ],
    ['all at one place', `${st} = [(0.25, 0.25)]`, [0.25, 0.75, 0.25, 0.75, 0.25, 0.75, 0.25, 0.75]],
  ] as const)
    it(`are worn, past files and interfaces, by ${what}`, () => {
      const now = drawn(primvar);
      expect(now.laid).toEqual([...laid]);
      expect(now.look).toEqual({
        name: 'Wood',
        pbrMetallicRoughness: { baseColorFactor: [1, 1, 1, 1], baseColorTexture: { index: 0 } },
      });
    });
  it('are seen through by their own alpha', () =>
    expect(drawn('', 'float inputs:opacity.connect = </Wood/Tex.outputs:a>').look).toEqual(
      jasmine.objectContaining({ alphaMode: 'BLEND' }),
    ));
  it('are turned, scaled and moved on their way (UsdTransform2d)', () => {
    const between = `def Shader "Turned"
    {
        uniform token info:id = "UsdTransform2d"
        float2 inputs:in.connect = </Wood/Reader.outputs:result>
        float inputs:rotation = 90
        float2 inputs:scale = (2, 3)
        float2 inputs:translation = (0.5, 0.25)
        float2 outputs:result
    }
    def Shader "Reader"`;
    const text = looks('')
      .replace('def Shader "Reader"', between)
      .replace(
        '</Wood/Reader.outputs:result>\n        float3',
        '</Wood/Turned.outputs:result>\n        float3',
      );
    const alone = text.replace(
      '#usda 1.0',
      `#usda 1.0\ndef Mesh "quad"\n{\nint[] faceVertexCounts = [3]\nint[] faceVertexIndices = [0, 1, 2]\npoint3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]\ntexCoord2f[] primvars:map1 = [(0, 0), (1, 0), (0, 1)] (interpolation = "vertex")\nrel material:binding = </Wood>\n}`,
    );
    const { source, note } = openScene(utf8(alone.replace('../pictures/', '')), 'set.usda', (path) =>
      path === 'wood.png' ? png : null,
    );
    expect(note).toBe('');
    expect(source.json.meshes![0]!.primitives[0]!.attributes['TEXCOORD_0']).toBeDefined();
    expect<unknown>(source.json.materials![0]!.pbrMetallicRoughness).toEqual(
      jasmine.objectContaining({
        baseColorTexture: {
          index: 0,
          extensions: {
            KHR_texture_transform: { offset: [-2.5, 0.75], rotation: 1.570796327, scale: [2, 3] },
          },
        },
      }),
    );
  });
  it('are told where they did not come, or are of a kind that is not drawn', () => {
    const text = utf8(looks('').replace('../pictures/', ''));
    const says = 'Pictures that did not come, or cannot be drawn: wood.png';
    expect(openScene(text, 'set.usda').note).toBe(says);
    expect(openScene(text, 'set.usda', () => utf8('no picture')).note).toBe(says);
    expect(openScene(text, 'set.usda', () => png).note).toBe('');
  });
  it('lie nowhere where no primvar says', () => expect(drawn('').laid).toBeNull());
  it('lie beside the layer, wherever that lies', () => {
    const alone = looks('').replace(
      '#usda 1.0',
      '#usda 1.0\ndef Mesh "quad"\n{\nint[] faceVertexCounts = [3]\nint[] faceVertexIndices = [0, 1, 2]\npoint3f[] points = [(0, 0, 0), (1, 0, 0), (0, 1, 0)]\nrel material:binding = </Wood>\n}',
    );
    const both = alone + alone.slice(alone.indexOf('def Material')).replaceAll('Wood', 'Wood2');
    const text = utf8(both.replaceAll('../pictures/', './pictures/'));
    const { source } = openScene(text, '/some/where/set.usda', (path) =>
      path === 'pictures/wood.png' ? png.slice() : null,
    );
    // Each time other bytes, as a disk gives them: the picture is one.
    expect(source.json.images).toEqual([jasmine.objectContaining({ mimeType: 'image/png' })]);
  });
  it('are needed with the layers that name them', () => {
    const read = (path: string): Uint8Array | null => (path === 'looks/wood.usda' ? utf8(looks('')) : null);
    expect(allNeededFiles('usda', utf8(set('')), read)).toEqual(['looks/wood.usda', 'pictures/wood.png']);
  });
});
