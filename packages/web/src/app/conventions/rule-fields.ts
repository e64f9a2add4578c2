import { countPattern, relations, type HouseRule, type Near, type RuleFix } from '@renquil/core/checks';
import type { Json, SwitchName } from '@renquil/core/scene';

/** What a rule can ask, as the form names it: the four of a rule, what is asked of all together each for itself. */
export const asks = ['must', 'has', 'lacks', 'count', 'attribute', 'series'] as const;
/** One of them. */
export type Ask = (typeof asks)[number];
/** How a rule can put things right; none: a person does. */
const fixWays = ['none', 'recipe', 'switch', 'layer', 'attribute', 'under', 'as'] as const;
/** One of them. */
export type FixWay = (typeof fixWays)[number];

/** A rule as the fields of a form. What does not belong to what is asked keeps its place, and is not written. */
export interface RuleFields {
  readonly title: string;
  readonly severity: HouseRule['severity'];
  readonly where: string;
  readonly ask: Ask;
  /** What else must find it, or what stands near; of `attribute`, its key. */
  readonly what: string;
  readonly relation: (typeof relations)[number];
  readonly bound: 'at least' | 'exactly' | 'at most';
  readonly many: number;
  readonly among: 'scene' | 'siblings';
  readonly says: string;
  readonly otherwise: string;
  readonly fix: FixWay;
  /** A layer, `key = value`, a filter, or which switch goes off. */
  readonly fixWith: string;
}

/** The fields that a rule fills. */
export function fieldsOf(rule: HouseRule): RuleFields {
  const near: Near = rule.has ?? rule.lacks ?? {};
  const relation = relations.find((one) => near[one] !== undefined) ?? 'below';
  const count = new RegExp(countPattern).exec(near.count ?? rule.together?.count ?? 'at least 1');
  const { fix } = rule;
  return {
    title: rule.title,
    severity: rule.severity,
    where: rule.where,
    ask: askOf(rule),
    what: rule.must ?? near[relation] ?? rule.together?.attribute ?? '',
    relation,
    bound: (count?.[1] as RuleFields['bound'] | undefined) ?? 'at least',
    many: Number(count?.[2] ?? 1),
    among: rule.together?.among ?? 'scene',
    says: rule.says,
    otherwise: rule.otherwise ?? '',
    fix: fix ? (fixWays.find((way) => way in fix) ?? 'none') : 'none',
    fixWith: fix ? saidFix(fix) : '',
  };
}
function askOf({ must, has, lacks, together }: HouseRule): Ask {
  if (must !== undefined) return 'must';
  if (has || lacks) return has ? 'has' : 'lacks';
  if (together?.series) return 'series';
  return together?.attribute === undefined ? 'count' : 'attribute';
}
function saidFix(fix: RuleFix): string {
  if (fix.layer !== undefined || fix.under !== undefined) return fix.layer ?? fix.under!;
  if (fix.switch) return Object.keys(fix.switch)[0] ?? '';
  if (!fix.attribute) return '';
  return Object.entries(fix.attribute)
    .map(([key, value]) => `${key} = ${typeof value === 'string' ? value : JSON.stringify(value)}`)
    .join('; ');
}

/** The rule that fields say; its id and the steps of its recipe stay as they were. */
export function ruleOf(fields: RuleFields, { id, fix: before }: Pick<HouseRule, 'id' | 'fix'>): HouseRule {
  const { title, severity, where, says, ask, what, otherwise } = fields;
  const count = `${fields.bound} ${fields.many}`;
  const among = fields.among === 'siblings' ? { among: fields.among } : {};
  const demand = {
    must: { must: what },
    has: { has: { [fields.relation]: what, ...(count === 'at least 1' ? {} : { count }) } },
    lacks: { lacks: { [fields.relation]: what } },
    count: { together: { count, ...among } },
    attribute: { together: { attribute: what, ...among } },
    series: { together: { series: true as const, ...among } },
  }[ask];
  const fix = fixOf(fields, before);
  return {
    ...{ id, title, severity, where, ...demand, says },
    ...(otherwise.trim() ? { otherwise } : {}),
    ...(fix ? { fix } : {}),
  };
}
function fixOf({ fix, fixWith, ask }: RuleFields, before: RuleFix | undefined): RuleFix | null {
  switch (fix) {
    case 'none':
      return null;
    case 'recipe':
      return { recipe: before?.recipe ?? [{ step: 'plain-letters' }] };
    case 'switch':
      return { switch: { [(fixWith || 'goes') as SwitchName]: false } };
    case 'layer':
      return { layer: fixWith };
    case 'under':
      return { under: fixWith };
    case 'as':
      return ask === 'attribute' ? { as: 'most' } : null;
    case 'attribute':
      return { attribute: readValues(fixWith) };
  }
}
/** `lod = 0; asset = prop`: numbers, yes and no as such, everything else as text. */
function readValues(text: string): Record<string, Json> {
  const values: Record<string, Json> = {};
  for (const one of text.split(';')) {
    const [key = '', ...rest] = one.split('=');
    if (!key.trim()) continue;
    const said = rest.join('=').trim();
    const isNumber = said !== '' && Number.isFinite(Number(said));
    values[key.trim()] = isNumber ? Number(said) : said === 'true' ? true : said === 'false' ? false : said;
  }
  return values;
}

/** An id for a new rule, out of its title; free among those there are. */
export function freeRuleId(title: string, rules: readonly Pick<HouseRule, 'id'>[]): string {
  const plain = title
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, 50);
  const wanted = plain || 'rule';
  const taken = new Set(rules.map(({ id }) => id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? wanted : `${wanted}-${n}`;
    if (!taken.has(id)) return id;
  }
}

/** What a rule asks, in a few words: `has at least 2 directly below of kind:mesh`. */
export function sayDemand(rule: HouseRule): string {
  const { must, has, lacks, together } = rule;
  if (must !== undefined) return `must be found by ${must}`;
  const near = has ?? lacks;
  if (near) {
    const relation = relations.find((one) => near[one] !== undefined) ?? 'below';
    return `${has ? `has ${near.count ?? 'at least 1'}` : 'has none'} ${relation}: ${near[relation] ?? ''}`;
  }
  const among = together?.among === 'siblings' ? ' among siblings' : ' in the scene';
  if (together?.series) return `names are one series${among}`;
  if (together?.attribute !== undefined) return `one value of ${together.attribute}${among}`;
  return `${together?.count ?? ''}${among}`;
}
