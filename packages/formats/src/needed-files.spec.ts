import { allNeededFiles, jsonLength, neededFiles } from './needed-files.js';
import { writeGlb, jsonChunk } from './gltf/glb.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
describe('files that a scene needs beside it', () => {
  const json = JSON.stringify({
    buffers: [{ uri: 'a%20b.bin' }, { uri: 'data:,x' }, { byteLength: 3 }],
    images: [{ uri: 'tex/c.png' }, { uri: 'https://x/y.png' }, { uri: '%zz' }, 3],
  });
  it('are the buffers and images of glTF', () =>
    expect(neededFiles('gltf', utf8(json))).toEqual(['a b.bin', 'tex/c.png', '%zz']));
  it('are read from the beginning of a .glb', () => {
    const glb = writeGlb([
      { type: jsonChunk, data: utf8(json) },
      { type: 0x4e4942, data: new Uint8Array(400) },
    ]);
    const start = glb.slice(0, 20 + jsonLength(glb));
    expect(neededFiles('glb', start)).toEqual(['a b.bin', 'tex/c.png', '%zz']);
  });
  it('are the materials of OBJ, one name or several', () =>
    expect(neededFiles('obj', utf8('#\nmtllib a.mtl\r\no x\nmtllib my b.mtl'))).toEqual([
      'a.mtl',
      'my b.mtl',
      'my',
      'b.mtl',
    ]));
  it('are none of what is none of them', () => {
    for (const text of ['', '{', '3', 'glTF']) {
      expect(neededFiles('gltf', utf8(text))).toEqual([]);
      expect(neededFiles('glb', utf8(text))).toEqual([]);
    }
  });
  it('names the layers and pictures that a layer is of, and those that they are of', () => {
    const files: Record<string, string> = {
      'a.usda':
        '( subLayers = [@./base/b.usda@] )\ndef "a" ( references = @../out.usda@ payload = @c.usd:SDF_FORMAT_ARGS:x=1@</C> )',
      'base/b.usda': '( subLayers = [@d.usda@, @../c.usd@] )\nasset tex = @wood.png@',
    };
    expect(neededFiles('usda', utf8(files['a.usda']!))).toEqual(['base/b.usda', '../out.usda', 'c.usd']);
    expect(
      allNeededFiles('usda', utf8(files['a.usda']!), (path) => (files[path] ? utf8(files[path]) : null)),
    ).toEqual(['base/b.usda', '../out.usda', 'c.usd', 'base/d.usda', 'base/wood.png']);
  });
});
