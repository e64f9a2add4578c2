import validator from 'gltf-validator';
import { applyChange, type Edit } from '@renquil/core/edits';
import type { Scene } from '@renquil/core/scene';
import { readFloats } from '../gltf/decode-shape.js';
import type { Gltf } from '../gltf/gltf-json.js';
import { openGltf } from '../gltf/gltf-source.js';
import { openScene } from '../scene-file.js';
import { UsdReference } from '../testing/usd-reference.js';
import { openUsda, usdaGltf } from './read-usda.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const layer = (body: string, meta = ''): Uint8Array =>
  utf8(`#usda 1.0\n(\nmetersPerUnit = 1\ntimeCodesPerSecond = 10\n${meta})\ndef Xform "a"\n{\n${body}\n}\n`);
const order = (...names: string[]): string =>
  `uniform token[] xformOpOrder = [${names.map((name) => `"${name}"`).join(', ')}]`;
/** Keys of the first node: of each path its times and numbers. */
function keys(bytes: Uint8Array): Record<string, [number[], number[]]> {
  const { json, buffers } = openGltf(usdaGltf(openUsda(bytes, 'a.usda'), 'made.glb').bytes, 'a.glb');
  const [animation] =
    (
      json as Gltf & {
        animations?: {
          channels: { sampler: number; target: { path: string } }[];
          samplers: { input: number; output: number }[];
        }[];
      }
    ).animations ?? [];
  const numbers = (at: number): number[] =>
    [...readFloats(json, buffers, at)!].map((n) => Math.round(n * 1e5) / 1e5 || 0);
  return Object.fromEntries(
    (animation?.channels ?? []).map(({ sampler, target }) => {
      const { input, output } = animation!.samplers[sampler]!;
      return [target.path, [numbers(input), numbers(output)]];
    }),
  );
}

describe('what moves in a layer', () => {
  it('has keys in seconds, from the first sample on, with Z turned up', () =>
    expect(
      keys(
        layer(
          `double3 xformOp:translate.timeSamples = { 5: (0, 0, 0), 15: (1, 2, 3), 10: None, }\n${order('xformOp:translate')}`,
          'upAxis = "Z"\n',
        ),
      ),
    ).toEqual({
      translation: [
        [0, 1],
        [0, 0, 0, 1, 3, -2],
      ],
    }));
  it('goes a full turn by keys between, the way that the samples go', () => {
    const { rotation } = keys(
      layer(`float xformOp:rotateY.timeSamples = { 0: 0, 10: 360 }\n${order('xformOp:rotateY')}`),
    );
    expect(rotation![0].length).toBe(13);
    // A quarter of the way it stands at 90 degrees about Y.
    expect(rotation![1].slice(12, 16)).toEqual([0, 0.70711, 0, 0.70711]);
  });
  it('holds what does not move beside what does', () =>
    expect(
      keys(
        layer(
          `double3 xformOp:translate = (1, 0, 0)\nfloat3 xformOp:scale.timeSamples = { 0: (1, 1, 1), 1: (2, 2, 2) }\n${order('xformOp:translate', 'xformOp:scale')}`,
        ),
      ),
    ).toEqual({
      scale: [
        [0, 0.1],
        [1, 1, 1, 2, 2, 2],
      ],
    }));
  it('is one key where one is said, so that it is still known to move', () =>
    expect(
      keys(layer(`double3 xformOp:translate.timeSamples = { 3: (0, 1, 0) }\n${order('xformOp:translate')}`)),
    ).toEqual({ scale: [[0], [1, 1, 1]] }));
  it('is sound glTF, and is no object that can be placed anew', async () => {
    const bytes = layer(
      `quatf xformOp:orient.timeSamples = { 0: (1, 0, 0, 0), 9: (0, 0, 1, 0) }\n${order('xformOp:orient')}`,
    );
    const opened = openScene(bytes, 'a.usda');
    const report = (await validator.validateBytes(usdaGltf(openUsda(bytes, 'a.usda'), 'made.glb').bytes)) as {
      issues: { numErrors: number };
    };
    expect(report.issues.numErrors).toBe(0);
    const { scene }: { scene: Scene } = opened;
    const { local } = scene.get(1);
    const edits: Edit[] = [
      { kind: 'transform', object: 1, from: local, to: { t: [3, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } },
    ];
    expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
    expect(() => opened.write(scene)).toThrowError(/moves over time/);
  });
  it('ends where prims take each other over in a ring', () => {
    const ring = (name: string, ...to: string[]): string =>
      `def "${name}" (\n    references = [${to.map((one) => `</${one}> (offset = 1)`).join(', ')}]\n)\n{\n}\n`;
    const moving = `def "s"\n{\n    double3 xformOp:translate.timeSamples = { 0: (0, 0, 0), 9: (1, 0, 0) }\n    ${order('xformOp:translate')}\n}\n`;
    const text = `#usda 1.0\n${ring('x', 't')}${ring('t', 'x', 'u')}${ring('u', 't', 's')}${moving}`;
    expect(openScene(utf8(text), 'a.usda').scene.animated.size).toBeGreaterThan(0);
  });
  it('is counted by who takes a file in: offsets, scales, and other rates, as OpenUSD counts', async () => {
    const moving = (name: string): string =>
      `def Xform "${name}"\n{\n    double3 xformOp:translate.timeSamples = { 0: (0, 0, 0), 10: (1, 0, 0), 30: (5, 0, 0) }\n    ${order('xformOp:translate')}\n}\n`;
    const files: Record<string, string> = {
      'set.usda': `#usda 1.0\n(\n    metersPerUnit = 1\n    timeCodesPerSecond = 24\n    subLayers = [@base.usda@ (offset = 5; scale = 2)]\n)\ndef "b" (\n    references = @prop.usda@</p> (offset = 100; scale = 0.5)\n)\n{\n}\ndef "c" (\n    references = @prop.usda@</p>\n)\n{\n}\n${moving('g')}def "e" (\n    references = </g> (offset = 3; scale = 2)\n)\n{\n}\ndef "f" (\n    prepend references = [</e> (scale = 0.5), </g> (offset = 1)]\n)\n{\n}\ndef "n" (\n    references = @prop.usda@</q> (offset = 9; scale = 2)\n)\n{\n}\ndef "h" (\n    payload = </b> (offset = -2)\n)\n{\n}\ndef "j" (\n    references = </k> (offset = 4)\n)\n{\n}\ndef "k"\n{\n    def "m" (\n        references = </g> (scale = 3)\n    )\n    {\n    }\n}\n`,
      'base.usda': `#usda 1.0\n(\n    timeCodesPerSecond = 24\n)\n${moving('a')}def "d" (\n    references = @prop.usda@</p> (offset = 1)\n)\n{\n}\ndef "i" (\n    references = </a> (offset = 7)\n)\n{\n}\n`,
      'prop.usda': `#usda 1.0\n(\n    timeCodesPerSecond = 48\n)\n${moving('p')}def "q" (\n    references = </p> (offset = 6; scale = 4)\n)\n{\n}\n`,
    };
    interface Moving {
      readonly animations: readonly {
        readonly channels: readonly {
          readonly sampler: number;
          readonly target: { readonly node: number };
        }[];
        readonly samplers: readonly { readonly input: number }[];
      }[];
    }
    const pathOf = ({ nodes = [] }: Gltf, at: number): string => {
      const above = nodes.findIndex(({ children }) => children?.includes(at));
      return `${above < 0 ? '' : `${pathOf({ nodes } as Gltf, above)}/`}${nodes[at]!.name}`;
    };
    const spans = ({ source: { json, buffers } }: ReturnType<typeof openScene>): Record<string, number[]> => {
      const { channels, samplers } = (json as unknown as Moving).animations[0]!;
      return Object.fromEntries(
        channels.map(({ sampler, target }) => [
          pathOf(json, target.node),
          [...readFloats(json, buffers, samplers[sampler]!.input)!].map((n) => Math.round(n * 1e4) / 1e4),
        ]),
      );
    };
    const read = (path: string): Uint8Array | null => (files[path] === undefined ? null : utf8(files[path]));
    const own = spans(openScene(utf8(files['set.usda']!), 'set.usda', read));
    expect(Object.keys(own).sort()).toEqual(['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h', 'i', 'j/m', 'k/m', 'n']);
    const reference = await UsdReference.open();
    const answer = await reference.ask(
      'set.usda',
      Object.fromEntries(Object.entries(files).map(([name, text]) => [name, utf8(text)])),
    );
    reference.close();
    expect(answer.error).toBeUndefined();
    expect(own).toEqual(spans(openScene(utf8(answer.stage!), 'flat.usda')));
  }, 240_000);
});
