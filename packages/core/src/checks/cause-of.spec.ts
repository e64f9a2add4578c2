import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { allOn } from '../scene/scene-object.js';
import { sceneFromOutline } from '../testing/outline.js';
import { causeOf } from './cause-of.js';
import { CheckRun } from './check-run.js';

const parts = new CompiledConvention(partsConvention);
const among = new CompiledConvention({
  ...partsConvention,
  checks: { 'not-unique': { parameters: { among: 'siblings' } } },
});

/** Findings of a check by their cause: the names of the objects, by what the cause says. */
function causesIn(outline: string, check: string, convention = parts, homeTops: readonly number[] = []) {
  const scene = sceneFromOutline(outline);
  for (const id of homeTops) scene.patch(id, { switches: { ...allOn, shown: false } });
  const run = new CheckRun(scene, convention);
  run.all();
  const found = new Map<string, { says: string; ids: number[] }>();
  for (const finding of run.findings()) {
    if (finding.check !== check) continue;
    const { key, says } = causeOf(scene, convention, finding.object, finding);
    const known = found.get(key);
    if (known) known.ids.push(finding.object);
    else found.set(key, { says, ids: [finding.object] });
  }
  return [...found.values()];
}

describe('the cause of a finding', () => {
  it('is the name that several have', () => {
    expect(causesIn('a : mesh\nb : mesh\ng\n  a : mesh\n  b : mesh\n  b : mesh', 'not-unique')).toEqual([
      { says: '"a": shared by 2', ids: [1, 4] },
      { says: '"b": shared by 3', ids: [2, 5, 6] },
    ]);
  });
  it('is that name under one parent, where it may be there once under each', () => {
    const outline = 'g\n  a : mesh\n  a : mesh\nh\n  a : mesh\n  a : mesh';
    expect(causesIn(outline, 'not-unique', among).map(({ ids }) => ids)).toEqual([
      [2, 3],
      [5, 6],
    ]);
  });
  it('is the place that several lie in', () => {
    expect(causesIn('a : mesh\nb : mesh\nc : mesh\nd : mesh @1,0,0\ne : mesh @1,0,0', 'overlapping')).toEqual(
      [
        { says: '"a": lies on another', ids: [2, 3] },
        { says: '"d": lies on another', ids: [5] },
      ],
    );
  });
  it('is what hides all below it', () => {
    const outline = 'a\n  b : mesh @1,0,0\n  c : mesh @2,0,0\nd : mesh @3,0,0';
    expect(causesIn(outline, 'hidden-goes', parts, [1, 4])).toEqual([
      { says: 'hidden, but goes', ids: [1, 4] },
      { says: 'below "a": hidden, but goes', ids: [2, 3] },
    ]);
  });
  it('is otherwise what is said of it', () => {
    const found = causesIn(
      'g\n  sheave1 : mesh @1,0,0\n  cube : mesh @2,0,0\n  cube.001 : mesh @3,0,0',
      'default-name',
    );
    expect(found.flatMap(({ ids }) => ids).length).toBeGreaterThan(1);
    expect(new Set(found.map(({ says }) => says)).size).toBe(found.length);
  });
});
