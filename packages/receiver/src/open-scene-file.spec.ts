import { makeGlb } from '@renquil/formats/testing';
import { openSceneFile } from './open-scene-file.js';

const document = {
  asset: { version: '2.0' },
  scene: 0,
  scenes: [{ nodes: [0] }],
  nodes: [
    { name: 'a', children: [1] },
    { name: 'b', extensions: { KHR_lights_punctual: { light: 0 } } },
  ],
};
const glb = (more: object = {}): Uint8Array => makeGlb({ ...document, ...more }, new Uint8Array(4));

describe('opening what arrived', () => {
  it('has its nodes, parents first', async () => {
    expect(await openSceneFile('a.glb', glb(), new Set())).toEqual([
      { name: 'a', parent: null, isLight: false },
      { name: 'b', parent: 0, isLight: true },
    ]);
  });
  it('says which file did not come, of a .glb and of a .gltf, and opens it when it did', async () => {
    const needs = { images: [{ uri: 'textures/old%20oak.png' }] };
    const text = new TextEncoder().encode(JSON.stringify({ ...document, ...needs }));
    for (const [name, bytes] of [
      ['a.glb', glb(needs)],
      ['a.gltf', text],
    ] as const) {
      await expectAsync(openSceneFile(name, bytes, new Set())).toBeRejectedWithError(
        'it needs "textures/old%20oak.png", which did not come',
      );
      expect(await openSceneFile(name, bytes, new Set(['textures/old oak.png']))).toHaveSize(2);
    }
  });
  it('refuses what is none', async () => {
    for (const bytes of [
      new Uint8Array(3),
      new Uint8Array(40),
      new TextEncoder().encode('{"asset":{"version":"1.0"}}'),
    ])
      await expectAsync(openSceneFile('a.glb', bytes, new Set())).toBeRejected();
    await expectAsync(openSceneFile('a.gltf', new TextEncoder().encode('[]'), new Set())).toBeRejected();
  });
});
