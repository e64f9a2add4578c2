import { unzipSync, zipSync, strToU8 } from 'fflate';
import { openScene } from '../scene-file.js';
import { UsdReference } from '../testing/usd-reference.js';

const layer =
  '#usda 1.0\n(\n    defaultPrim = "crate"\n)\ndef Xform "crate"\n{\n    rel lid = </crate/lid>\n    def Cube "lid"\n    {\n    }\n}\n';
const packed = (files: Record<string, string>): Uint8Array =>
  zipSync(
    Object.fromEntries(
      Object.entries(files).map(([name, text]) => [name, [strToU8(text), { level: 0 }] as const]),
    ),
  );
const bytes = packed({ 'scene.usda': layer, 'tex/oak.png': 'picture' });

describe('a package of OpenUSD', () => {
  it('is the scene of its first file, and the same bytes when nothing changed', () => {
    const opened = openScene(bytes, 'a.usdz');
    expect([...opened.scene.walk()].map(({ name }) => name)).toEqual(['crate', 'lid']);
    expect(opened.write(opened.scene).bytes).toBe(bytes);
  });
  it('takes names back, its other files as they are, each at a multiple of 64 bytes', () => {
    const { scene, write } = openScene(bytes, 'a.usdz');
    scene.patch(2, { name: 'lid001_oak_geo' });
    const made = write(scene).bytes;
    const files = unzipSync(made);
    expect(Object.keys(files)).toEqual(['scene.usda', 'tex/oak.png']);
    expect(new TextDecoder().decode(files['scene.usda'])).toBe(
      layer.replaceAll('lid"', 'lid001_oak_geo"').replace('crate/lid>', 'crate/lid001_oak_geo>'),
    );
    const text = new TextDecoder('latin1').decode(made);
    for (const content of ['#usda 1.0', 'picture'])
      expect(text.indexOf(content) % 64)
        .withContext(content)
        .toBe(0);
    // Stored: what is in it stands there as it is (APPNOTE 4.4.5: method 0).
    expect(new DataView(made.buffer, made.byteOffset).getUint16(8, true)).toBe(0);
    expect([...openScene(made, 'a.usdz').scene.walk()].map(({ name }) => name)).toEqual([
      'crate',
      'lid001_oak_geo',
    ]);
  });
  it('that was written is opened by OpenUSD itself, with the names that were given', async () => {
    const { scene, write } = openScene(bytes, 'a.usdz');
    scene.patch(2, { name: 'lid001_oak_geo' });
    const reference = await UsdReference.open();
    try {
      const { paths } = await reference.ask('a.usdz', { 'a.usdz': write(scene).bytes });
      expect(paths).toContain('/crate/lid001_oak_geo');
    } finally {
      reference.close();
    }
  }, 240_000);
  for (const [what, file, says] of [
    ['a scene that is no layer', packed({ 'scene.txt': 'words' }), /scene\.txt, is no layer of OpenUSD/],
    ['nothing in it', zipSync({}), /nothing is in this package/],
    ['half of it', bytes.slice(0, 60), /cannot be opened as a \.zip/],
    [
      'a fault in its layer',
      packed({ 'scene.usda': '#usda 1.0\ndef "a" {\n' }),
      /a\.usdz\[scene\.usda\], line 2, column 9/,
    ],
  ] as const)
    it(`is refused for ${what}`, () => expect(() => openScene(file, 'a.usdz')).toThrowError(says));
});
