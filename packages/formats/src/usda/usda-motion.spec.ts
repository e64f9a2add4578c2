import validator from 'gltf-validator';
import { applyChange, type Edit } from '@renquil/core/edits';
import type { Scene } from '@renquil/core/scene';
import { readFloats } from '../gltf/decode-shape.js';
import type { Gltf } from '../gltf/gltf-json.js';
import { openGltf } from '../gltf/gltf-source.js';
import { openScene } from '../scene-file.js';
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
});
