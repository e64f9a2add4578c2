import { sceneFromOutline } from '../../testing/outline.js';
import { sidedOutline } from '../../testing/sided-outline.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import { partsConvention } from '../slots/parts.js';
import { highConfidence } from './proposal.js';
import { proposeNames } from '../../workbench/propose-names.js';
import { takeProposals, type TakeChoices } from './take-proposals.js';

const parts = new CompiledConvention(partsConvention);

describe('taking proposals', () => {
  const scene = sceneFromOutline(sidedOutline);
  const made = proposeNames(
    scene,
    parts,
    [...scene.walk()].map(({ id }) => id),
  );
  const all: TakeChoices = {
    least: highConfidence,
    withoutSlots: new Set(),
    withoutReasons: new Set(),
    decided: new Map(),
    chosen: new Map(),
  };
  const take = (choices: Partial<TakeChoices> = {}) =>
    takeProposals(scene, parts, made, { ...all, ...choices });

  it('takes what is sure enough, and says of the rest what is not', () => {
    const { names, unsure, counts } = take();
    expect([...names]).toEqual([[5, 'R_hook001_steel_geo']]);
    expect(unsure.get(6)!.verdict).toContain('open: ');
    expect(counts).toEqual({ fit: 4, open: 1, takes: 1, unsure: 0 });
    const strict = take({ least: 0.99 });
    expect(strict.names.size).toBe(0);
    expect(strict.unsure.get(5)).toEqual({
      verdict: jasmine.stringMatching(/^not sure: /),
      because: jasmine.stringMatching(/\d % sure; least sure is its /),
    });
    expect(strict.counts).toEqual({ fit: 4, open: 1, takes: 0, unsure: 1 });
  });
  it('leaves out rows, slots and reasons', () => {
    expect(take({ decided: new Map([[5, false]]) }).names.size).toBe(0);
    expect(take({ decided: new Map([[5, false]]) }).unsure.get(5)!.verdict).toBe('left out');
    expect([...take({ withoutSlots: new Set(['number']) }).names.values()]).toContain('R_hook_steel_geo');
    const reasons = take().reasons.map(([reason]) => reason);
    expect(take({ withoutReasons: new Set(reasons) }).names.has(5)).toBeFalse();
    expect(take({ withoutReasons: new Set(reasons), decided: new Map([[5, true]]) }).names.has(5)).toBeTrue();
  });
  it('takes a text that a person chose, and puts an open name together with it', () => {
    const some = (texts: Record<string, string>) =>
      take({ chosen: new Map([[6, new Map(Object.entries(texts))]]), decided: new Map([[6, true]]) });
    expect(some({ what: 'plinth', surface: 'oak' }).names.get(6)).toBe('C_plinth001_oak_geo');
  });
  it('fills what is open in many names with one text, once; what is still open stays so', () => {
    const scene = sceneFromOutline('root_grp\n  a001 : mesh\n  a002 : mesh @0,3,0\n  knob : mesh @0,0,9');
    const made = proposeNames(scene, parts, [2, 3, 4]);
    const fill = (filled: Record<string, string>) =>
      takeProposals(scene, parts, made, { ...all, least: 0.5, filled: new Map(Object.entries(filled)) });
    expect(fill({}).names.size).toBe(0);
    expect(fill({}).openSlots).toContain(['surface', 3]);
    expect(fill({}).unsure.get(4)).toEqual({
      verdict: 'knob, open: surface',
      because: jasmine.stringMatching(/^It would be knob: .*; nothing says what goes into surface\./),
    });
    const { names, counts, openSlots, clashes } = fill({ surface: 'oak' });
    expect(clashes).toEqual([]);
    expect(names.get(4)).toMatch(/^(?:C_)?knob001_oak_geo$/);
    expect(new Set(names.values()).size).withContext('no two the same').toBe(names.size);
    expect([counts.open, openSlots.find(([slot]) => slot === 'surface')]).toEqual([
      made.filter(({ open }) => open.some((slot) => slot !== 'surface')).length,
      ['surface', 3],
    ]);
  });
  it('numbers groups of one name in their number slot, the first too', () => {
    const scene = sceneFromOutline('root_grp\n  ""\n    a : mesh\n  ""\n    b : mesh');
    const made = proposeNames(scene, parts, [2, 4]);
    const { names } = takeProposals(scene, parts, made, { ...all, filled: new Map([['what', 'cell']]) });
    expect([...names.values()]).toEqual(['cell001_grp', 'cell002_grp']);
  });
  it('changes nothing but names, and leaves out what has gone meanwhile', () => {
    const version = scene.sceneVersion;
    take();
    expect(scene.sceneVersion).toBe(version);
    const gone = { ...made[4]!, object: 99 };
    expect(takeProposals(scene, parts, [gone], all).names.size).toBe(0);
  });
});
