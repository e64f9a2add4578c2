import { RE2JS } from 're2js';
import { RenquilError } from '../../errors.js';
import { compileWildcard } from '../../query/wildcard.js';
import { isSeparator } from '../split-words.js';
import type { StepBase, StepDefinition } from './step-definition.js';

/** Text found and replaced. */
export interface SwapWordsStep extends StepBase {
  readonly step: 'swap-words';
  readonly find: string;
  readonly put: string;
  /** plain: the text as it is. wildcard: each word between separators. regex: an expression, `$1` puts a group back. */
  readonly how: 'plain' | 'wildcard' | 'regex';
  readonly anyCase?: boolean;
  /** Plain only: not inside a longer word. */
  readonly wholeWord?: boolean;
}

/**
 * Expressions run on RE2 semantics (linear in the name, no look-around): what a person types can never hang a page or a
 * server, on any name.
 */
export const swapWords: StepDefinition<SwapWordsStep> = {
  step: 'swap-words',
  run(step, rows) {
    const swap = compile(step);
    return rows.map((row) => swap(row.name));
  },
};

function compile(step: SwapWordsStep): (name: string) => string {
  if (!step.find) return (name) => name;
  if (step.how === 'wildcard') {
    const test = compileWildcard(step.find, { ignoreCase: step.anyCase === true });
    return (name) => mapWords(name, (word) => (test(word) ? step.put : word));
  }
  if (step.how === 'regex') return expression(step);
  const escaped = step.find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  // Digits may follow a whole word: `pulley1` is the word `pulley` and a number.
  const pattern = step.wholeWord ? `(?<![\\p{L}\\p{M}])${escaped}(?![\\p{L}\\p{M}])` : escaped;
  const regex = new RegExp(pattern, step.anyCase ? 'giu' : 'gu');
  return (name) => name.replace(regex, () => step.put);
}

function expression(step: SwapWordsStep): (name: string) => string {
  let compiled: RE2JS;
  try {
    compiled = RE2JS.compile(step.find, step.anyCase ? RE2JS.CASE_INSENSITIVE : 0);
  } catch (cause) {
    const detail = `the expression "${step.find}" cannot be read (${(cause as Error).message})`;
    throw new RenquilError('recipe-invalid', { detail }, { cause });
  }
  const highest = Math.max(0, ...[...step.put.matchAll(/\$(\d)/g)].map((m) => Number(m[1])));
  if (highest > compiled.groupCount()) {
    const detail = `"${step.put}" puts back group ${highest}, but the expression has ${compiled.groupCount()}`;
    throw new RenquilError('recipe-invalid', { detail });
  }
  return (name) => compiled.matcher(name).replaceAll(step.put.replaceAll('\\', '\\\\'));
}

function mapWords(name: string, map: (word: string) => string): string {
  let out = '';
  let start = 0;
  for (let at = 0; at <= name.length; at++) {
    if (at < name.length && !isSeparator(name[at]!)) continue;
    if (at > start) out += map(name.slice(start, at));
    if (at < name.length) out += name[at];
    start = at + 1;
  }
  return out;
}
