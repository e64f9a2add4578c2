import { shippedTargets, type Target } from '@renquil/core/targets';
import { fieldsOfTarget, targetOfFields } from './target-fields';

const full: Target = {
  title: 'Full',
  about: 'All of it',
  format: 'gltf',
  names: {
    letters: 'any',
    signs: '_-',
    digitFirst: false,
    longest: 31,
    longestPath: 200,
    unique: 'siblings',
    capitals: false,
    reserved: ['con', 'nul'],
    steps: [{ step: 'add-text', text: 'x_', at: 'before' }],
    conform: true,
  },
  axes: { up: 'Z', front: '-X', unit: 0.01, how: 'root', root: 'r' },
  takes: {
    kinds: ['mesh', 'group'],
    layers: { only: ['Body'] },
    sets: { without: ['spare', 'old'] },
    where: 'kind:mesh',
    attributes: ['lod'],
  },
  budgets: { objects: 1, faces: 2, facesEach: 3, materials: 4, bytes: 5 },
  flat: true,
  severities: { 'too-deep': 'off', unnamed: 'note' },
};

describe('the fields of a target', () => {
  it('say all of it and no more', () => {
    expect(targetOfFields(fieldsOfTarget(full), full)).toEqual(full);
    const bare: Target = { title: 'Bare', format: 'glb' };
    expect(targetOfFields(fieldsOfTarget(bare), bare)).toEqual(bare);
    const { names } = shippedTargets;
    expect(targetOfFields(fieldsOfTarget(names!), names!)).toEqual(names!);
  });
});
