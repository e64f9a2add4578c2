import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { shippedTargets } from '@renquil/core/targets';
import { parseTarget, targetJsonSchema, writeTarget } from './target.js';

const base = { renquil: 'target/1', title: 'T', format: 'glb' };
const good: readonly object[] = [
  base,
  { ...base, names: { letters: 'ascii', signs: '_-', longest: 31, unique: 'siblings', reserved: [] } },
  { ...base, names: { steps: [{ step: 'add-text', text: 'x', at: 'before' }] } },
  { ...base, axes: { up: 'Z', front: '-X', unit: 0.01, how: 'baked', root: 'r' } },
  {
    ...base,
    takes: { kinds: ['mesh'], layers: { only: ['a'] }, sets: { without: ['b'] }, attributes: ['lod'] },
  },
  { ...base, takes: { where: 'kind:mesh', attributes: 'none' }, budgets: { faces: 10 }, flat: true },
  { ...base, severities: { 'too-deep': 'off', 'one-camera': 'blocker' } },
];
/** What is wrong, and what is said of it; the schema alone cannot say the last of them. */
const bad: readonly (readonly [object, RegExp, boolean])[] = [
  [{ ...base, format: 'fbx?' }, /"format"/, true],
  [{ title: 'T', format: 'glb' }, /"renquil"/, true],
  [{ ...base, names: { longest: 3 } }, /names\.longest/, true],
  [{ ...base, takes: { layers: { only: ['a'], without: ['b'] } } }, /takes\.layers/, true],
  [{ ...base, takes: { kinds: ['tree'] } }, /takes\.kinds/, true],
  [{ ...base, extra: 1 }, /"extra"/, true],
  [{ ...base, axes: { unit: 0 } }, /axes\.unit/, true],
  [{ ...base, severities: { unnamed: 'fatal' } }, /severities/, true],
  [{ ...base, takes: { where: 'kind:' } }, /takes\.where/, false],
  [{ ...base, names: { steps: [{ step: 'dance' }] } }, /step/, false],
];

describe('a target from a file', () => {
  const valid = new Ajv2020({ strict: false }).compile(targetJsonSchema);
  it('is what the schema lets pass, and comes back as it was', () => {
    for (const one of [
      ...good,
      ...Object.values(shippedTargets).map((t) => JSON.parse(writeTarget(t)) as object),
    ]) {
      expect(valid(one)).withContext(JSON.stringify(one)).toBeTrue();
      expect(JSON.parse(writeTarget(parseTarget(one)))).toEqual(one);
    }
  });
  it('is refused with the place where it is not', () => {
    for (const [one, says, bySchema] of bad) {
      expect(() => parseTarget(one))
        .withContext(JSON.stringify(one))
        .toThrowError(says);
      expect(valid(one)).withContext(JSON.stringify(one)).toBe(!bySchema);
    }
  });
  it('has its schema in docs/schemas as it is', () => {
    const file = new URL('../../../../docs/schemas/target.schema.json', import.meta.url);
    expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(targetJsonSchema);
  });
});
