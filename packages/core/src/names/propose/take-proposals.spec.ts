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
  it('changes nothing but names, and leaves out what has gone meanwhile', () => {
    const version = scene.anyVersion;
    take();
    expect(scene.anyVersion).toBe(version);
    const gone = { ...made[4]!, object: 99 };
    expect(takeProposals(scene, parts, [gone], all).names.size).toBe(0);
  });
});
