import { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { Convention } from '../names/slots/convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { sceneFromOutline } from '../testing/index.js';
import { judgeName } from './judge-name.js';

describe('judgeName', () => {
  const scene = sceneFromOutline('L_door001_oak_geo : mesh\ndoor2 : mesh');
  const convention = new CompiledConvention(partsConvention);
  const judge = (name: string, gone?: Map<number, string>) =>
    judgeName({ scene, convention }, scene.get(2), name, gone);

  it('finds nothing wrong with a name that fits and is free', () =>
    expect(judge('L_door002_oak_geo')).toBeNull());
  it('says what does not fit', () =>
    expect(judge('door')).toEqual(jasmine.objectContaining({ check: 'name-pattern', object: 2 })));
  it('says that a name is empty', () => expect(judge('')?.check).toBe('unnamed'));
  it('says that it is taken, unless its owner gives it up', () => {
    expect(judge('L_door001_oak_geo')?.check).toBe('not-unique');
    expect(judge('L_door001_oak_geo', new Map([[1, 'C_door001_oak_geo']]))).toBeNull();
  });
  it('leaves a name to others under other parents when only siblings must differ', () => {
    const tree = sceneFromOutline('a\n  x\nb\n  y\n  z');
    const held = (checks: NonNullable<Convention['checks']>) =>
      new CompiledConvention({ ...partsConvention, patterns: {}, checks });
    const judged = (name: string, checks: NonNullable<Convention['checks']>) =>
      judgeName(
        { scene: tree, convention: held({ 'name-pattern': { severity: 'off' }, ...checks }) },
        tree.get(4),
        name,
      )?.check;
    expect(judged('x', {})).toBe('not-unique');
    expect(judged('x', { 'not-unique': { parameters: { among: 'siblings' } } })).toBeUndefined();
    expect(judged('z', { 'not-unique': { parameters: { among: 'siblings' } } })).toBe('not-unique');
    expect(judged('z', { 'not-unique': { severity: 'off' } })).toBeUndefined();
  });
  it('leaves its own name alone', () =>
    expect(judgeName({ scene, convention }, scene.get(1), 'L_door001_oak_geo')).toBeNull());
});
