import { RenquilError } from '../../errors.js';
import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { switchNames } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { readCount, type CountRange } from './count-range.js';
import type { Demand } from './demand.js';
import { demands, relations, type HouseRule, type Near, type RuleFix, type Together } from './house-rule.js';
import { judgeAttribute } from './judge-attribute.js';
import { judgeCount } from './judge-count.js';
import { judgeSeries } from './judge-series.js';
import { MustDemand } from './must-demand.js';
import { NearDemand, type NearWish } from './near-demand.js';
import { compileRuleQuery, type RuleQuery } from './rule-query.js';
import { compileSentence, type Sentence } from './sentence.js';
import { TogetherDemand, type JudgeTogether } from './together-demand.js';

/** A rule with its filters, sentence and demand read. */
export interface ReadRule {
  readonly where: RuleQuery;
  readonly sentence: Sentence;
  readonly under: RuleQuery | null;
  readonly attribute: string | undefined;
  readonly demand: (scene: Scene) => Demand;
}

/** Reads what a schema cannot say of a rule. Throws convention-invalid, naming the rule and the place in it. */
export function readRule(rule: HouseRule, convention: CompiledConvention): ReadRule {
  const place = new RulePlace(rule.id, convention);
  const where = place.query('where', rule.where);
  const demand = readDemand(rule, where, place);
  const takes = rule.must !== undefined ? [] : ['count', 'wanted', ...(rule.together ? ['value'] : [])];
  const made = compileSentence(rule.says, takes, convention);
  const sentence = typeof made === 'string' ? place.fail('says', made) : made;
  const under = readFix(rule, place);
  return { where, sentence, under, attribute: rule.together?.attribute, demand };
}

/** Says where in a rule something is wrong. */
class RulePlace {
  constructor(
    readonly id: string,
    readonly convention: CompiledConvention,
  ) {}
  fail(at: string, detail: string): never {
    throw new RenquilError('convention-invalid', {
      detail: `the rule "${this.id}": ${at}: ${detail.replace(/\.$/, '')}`,
    });
  }
  query(at: string, text: string): RuleQuery {
    try {
      return compileRuleQuery(text, this.convention);
    } catch (error) {
      return this.fail(at, (error as Error).message);
    }
  }
  count(at: string, text: string | undefined): CountRange {
    return (
      readCount(text) ??
      this.fail(at, `"${text}" is no count; write "at least 1", "exactly 4" or "at most 1"`)
    );
  }
  /** Of some keys, the one that is there. */
  one<K extends string>(at: string, value: object, keys: readonly K[]): K {
    const there = keys.filter((key) => key in value);
    if (there.length !== 1)
      this.fail(
        at,
        `one of ${keys.join(', ')} is wanted, and there ${there.length ? `are ${there.join(', ')}` : 'is none'}`,
      );
    return there[0]!;
  }
}

function readDemand(rule: HouseRule, where: RuleQuery, place: RulePlace): ReadRule['demand'] {
  const which = place.one('what it asks', rule, demands);
  if (which === 'must') {
    const must = place.query('must', rule.must!);
    return (scene) => new MustDemand(scene, where, must);
  }
  if (which === 'together') {
    const judge = readTogether(rule.together!, place);
    const among = rule.together!.among ?? 'scene';
    return (scene) => new TogetherDemand(scene, where, judge, among);
  }
  const wish = readNear(which, rule[which]!, place);
  return (scene) => new NearDemand(scene, where, wish);
}

function readNear(which: 'has' | 'lacks', near: Near, place: RulePlace): NearWish {
  const relation = place.one(which, near, relations);
  const what = place.query(`${which}.${relation}`, near[relation]!);
  if (which === 'has') return { relation, what, range: place.count('has.count', near.count) };
  if (near.count !== undefined)
    place.fail('lacks.count', 'what lacks has no count; ask with "has" and "at most"');
  return { relation, what, range: { least: 0, most: 0, said: 'none' } };
}

function readTogether(together: Together, place: RulePlace): JudgeTogether {
  const which = place.one('together', together, ['count', 'attribute', 'series'] as const);
  if (which === 'count') return judgeCount(place.count('together.count', together.count));
  return which === 'series' ? judgeSeries : judgeAttribute(together.attribute!);
}

const fixes: readonly (keyof RuleFix)[] = ['recipe', 'switch', 'layer', 'attribute', 'under', 'as'];
function readFix({ fix, together }: HouseRule, place: RulePlace): RuleQuery | null {
  if (!fix) return null;
  const which = place.one('fix', fix, fixes);
  if (which === 'switch' && !switchNames.some((name) => name in fix.switch!))
    place.fail('fix.switch', `one of ${switchNames.join(', ')} is wanted`);
  if (which === 'as' && together?.attribute === undefined)
    place.fail('fix.as', 'what most have is known of a rule for one value of an attribute only');
  return which === 'under' ? place.query('fix.under', fix.under!) : null;
}
