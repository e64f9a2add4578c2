import { applyChange } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { planRename } from '@renquil/core/plans';
import { seededRandom } from '@renquil/core/testing';
import { zipSync } from 'fflate';
import { openScene } from '../scene-file.js';
import { ownFormatOf } from '../scene-endings.js';
import { neededFiles } from '../needed-files.js';
import { crateChair } from '../testing/crate-chair.js';
import { crateValues as v, CrateWriter, type CrateNode } from '../testing/crate-writer.js';
import { typesCrate } from '../testing/types-crate.js';
import { crateText } from './crate-text.js';
import { crateLimits } from './crate-limits.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
const types = Uint8Array.from(Buffer.from(typesCrate, 'base64'));
const chair = crateChair();
const cushion = utf8('#usda 1.0\n(defaultPrim = "C")\ndef "C" {\ndef Sphere "Soft" {}\n}\n');
const read = (path: string): Uint8Array | null =>
  path === 'cushion.usda' ? cushion : path === 'chair.usdc' ? chair : null;

describe('a binary layer of OpenUSD', () => {
  it('is a scene, takes names back as text, and says so', () => {
    const opened = openScene(chair, 'chair.usdc', read);
    expect([...opened.scene.walk()].map(({ name }) => name)).toEqual(['Chair', 'Leg', 'Soft']);
    expect(opened.note).toContain('goes out as text (.usda)');
    expect(ownFormatOf('chair.usdc')!.ending).toBe('.usda');
    const edits = planRename(opened.scene, new Map([[2, 'leg001_wood_geo']]));
    expect(applyChange(opened.scene, { label: '', edits }).ok).toBeTrue();
    const out = textOf(opened.write(opened.scene).bytes);
    expect(out).toContain('def Cube "leg001_wood_geo"');
    expect([...openScene(utf8(out), 'chair.usda', read).scene.walk()].map(({ name }) => name)).toEqual([
      ...['Chair', 'leg001_wood_geo', 'Soft'],
    ]);
  });
  it('is taken over by a layer of text, and found to be needed', () => {
    const set = utf8('#usda 1.0\ndef "Set" {\ndef "a" (references = @chair.usdc@) {}\n}\n');
    const { scene } = openScene(set, 'set.usda', read);
    expect([...scene.walk()].map(({ name }) => name)).toEqual(['Set', 'a', 'Soft', 'Leg']);
    const leg = [...scene.walk()].find(({ name }) => name === 'Leg')!;
    expect(leg.held).toEqual({ file: 'chair.usdc' });
    expect(neededFiles('usda', set)).toEqual(['chair.usdc']);
    expect(neededFiles('usda', chair)).toEqual(['cushion.usda']);
  });
  it('may be the scene of a package, which holds text when it goes out', () => {
    const bytes = zipSync({ 'chair.usdc': [chair, { level: 0 }], 'cushion.usda': [cushion, { level: 0 }] });
    const opened = openScene(bytes, 'chair.usdz');
    expect(opened.write(opened.scene).bytes).toBe(bytes);
    applyChange(opened.scene, { label: '', edits: planRename(opened.scene, new Map([[1, 'Stool']])) });
    const again = openScene(opened.write(opened.scene).bytes, 'chair.usdz');
    expect([...again.scene.walk()].map(({ name }) => name)).toEqual(['Stool', 'Leg', 'Soft']);
    expect(again.note).not.toContain('binary');
  });
  it('has values of every type', () => {
    const text = textOf(crateText(types, 'types.usdc'));
    for (const line of [
      'custom uint64 ul = 18000000000000000000',
      'custom quatf qf = (0.7071, 0, 0.1, 0)',
      'custom half3 v3k = (5, 2, 3)',
      'custom asset[] aa = [@x.png@, @y.png@]',
      'custom matrix3d m3 = ( (1, 0, 0), (0, 2, 0), (0, 0, 3) )',
      'custom string s = "Größe \\t tab"',
    ])
      expect(text).toContain(line);
  });
  const small = { ...crateLimits, items: 3 };
  for (const [what, make, says] of [
    [
      'half of it',
      () => crateText(types.slice(0, 60), 'a.usdc'),
      /a\.usdc, byte \d+: what stands here goes past/,
    ],
    [
      'an old version',
      () => crateText(with_(types, 9, 2), 'a.usdc'),
      /version 0\.2 of the format, and 0\.4 to/,
    ],
    ['more than is read', () => crateText(types, 'a.usdc', small), /are more than are read/],
    [
      'a text too long',
      () => crateText(types, 'a.usdc', { ...crateLimits, text: 900 }),
      /more than are read|longer than/,
    ],
    ['no such file', () => openScene(utf8('nothing'), 'a.usdc'), /its first bytes are not "PXR-USDC"/],
  ] as const)
    it(`refuses ${what}, with its place`, () => expect(make).toThrowError(says));
  it('may have very many prims beside each other, and ends where paths are too long', () => {
    const leaf = (name: string): CrateNode => ({
      element: name,
      type: 6,
      fields: { specifier: v.plain(42, 0) },
    });
    const names = Array.from({ length: 150_000 }, (_, i) => `p${i}`);
    const all: CrateNode = {
      element: 'all',
      type: 6,
      fields: { specifier: v.plain(42, 0), primChildren: v.tokens(names) },
      below: names.map(leaf),
    };
    const flat = new CrateWriter(1 << 26).write({
      element: '',
      type: 7,
      fields: { primChildren: v.tokens(['all']) },
      below: [all],
    });
    expect(textOf(crateText(flat, 'flat.usdc')).match(/def "p/g)!.length).toBe(150_000);
    let chain = leaf('n');
    for (let i = 0; i < 40; i++)
      chain = { element: 'n', type: 6, fields: { specifier: v.plain(42, 0) }, below: [chain] };
    const deep = new CrateWriter().write({ element: '', type: 7, fields: {}, below: [chain] });
    const short = { ...crateLimits, depth: 20 };
    expect(() => crateText(deep, 'a.usdc', short)).toThrowError(/more than 20 elements/);
  });
  it('is read or refused, whatever byte of it is another', () => {
    const random = seededRandom(4);
    let [read, refused] = [0, 0];
    for (let i = 0; i < 3000; i++) {
      const from = i % 2 ? types : chair;
      const bytes = from.slice(0, random() < 0.1 ? Math.floor(random() * from.length) : from.length);
      for (let n = 0; n < 3; n++)
        bytes[8 + Math.floor(random() * (bytes.length - 8))] = Math.floor(random() * 256);
      try {
        crateText(bytes, 'a.usdc');
        read++;
      } catch (error) {
        if (!(error instanceof RenquilError)) throw error;
        refused++;
      }
    }
    expect([read > 50, refused > 50, read + refused]).toEqual([true, true, 3000]);
  });
});
const with_ = (bytes: Uint8Array, at: number, to: number): Uint8Array => {
  const out = bytes.slice();
  out[at] = to;
  return out;
};
