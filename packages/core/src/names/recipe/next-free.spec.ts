import { sceneFromOutline } from '../../testing/outline.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import { partsConvention } from '../slots/parts.js';
import { NextFree } from './next-free.js';
import { resolveClashes } from './resolve-clashes.js';

const parts = new CompiledConvention(partsConvention);

describe('the next free name', () => {
  const scene = sceneFromOutline('frame_grp\n  L_door001_oak_geo : mesh\n  bolt : mesh');
  const next = (name: string, id: number, convention: CompiledConvention | null = parts) =>
    new NextFree(scene, convention).of(scene.get(id), name, (one) => scene.withName(one).size > 0);
  for (const [name, id, expected] of [
    ['frame_grp', 1, 'frame002_grp'],
    ['L_door001_oak_geo', 2, 'L_door002_oak_geo'],
    ['bolt', 3, 'bolt001'],
    ['L_door001_oak', 3, 'L_door002_oak'],
  ] as const)
    it(`after "${name}" is "${expected}": counted on where the convention has its number`, () =>
      expect(next(name, id)).toBe(expected));
  it('is counted on at the last number where names are only texts', () => {
    expect(next('frame_grp', 1, null)).toBe('frame_grp001');
    expect(next('a9', 3, null)).toBe('a10');
  });
  it('has digits of any length', () => {
    const most = '9'.repeat(40);
    expect(next(`bolt${most}`, 3)).toBe(`bolt1${'0'.repeat(40)}`);
    expect(next('bolt9007199254740993', 3)).toBe('bolt9007199254740994');
    expect(next(`L_door${most}_oak_geo`, 2)).toBe(`L_door1${'0'.repeat(40)}_oak_geo`);
  });
  it('ends where many names are beyond what a number holds', () => {
    const far = sceneFromOutline(
      ['x9007199254740992 : mesh', 'x9007199254740993 : mesh', 'y : mesh', 'z : mesh'].join('\n'),
    );
    const wanted = new Map([3, 4].map((id) => [id, 'x9007199254740992'] as const));
    const { names } = resolveClashes(far, wanted, 'number-on', parts);
    expect([...names.values()]).toEqual(['x9007199254740994', 'x9007199254740995']);
  });
});
