import { sceneFromOutline } from '../../testing/outline.js';
import { shippedConventions } from '../shipped/shipped-conventions.js';
import { CompiledConvention } from './compiled-convention.js';
import { fitConvention } from './fit-convention.js';
import { partsConvention } from './parts.js';

describe('how well a convention fits a scene', () => {
  const scene = sceneFromOutline(
    'cart_grp\n  L_wheel001_steel_geo : mesh\n  wheel : mesh\n  cut_hole_001 : mesh\n  wrist : joint\n  "" : joint',
  );
  it('counts names it has a pattern for, helpers, and those of them that fit', () => {
    expect(fitConvention(scene, new CompiledConvention(partsConvention))).toEqual({
      objects: 6,
      asked: 6,
      fits: 3,
    });
  });
  it('does not take an object without a pattern for one that fits', () => {
    const hand = new CompiledConvention(shippedConventions['webxr-hand']!);
    expect(fitConvention(scene, hand)).toEqual({ objects: 6, asked: 2, fits: 1 });
  });
});
