import { splitWords } from '../split-words.js';
import type { StepBase, StepDefinition } from './step-definition.js';

/** How words are written together. */
export const caseForms = [
  'camel',
  'pascal',
  'snake',
  'constant',
  'kebab',
  'dot',
  'title',
  'lower',
  'upper',
] as const;
/** One of them. */
export type CaseForm = (typeof caseForms)[number];
/** Names written in another case. */
export interface ChangeCaseStep extends StepBase {
  readonly step: 'change-case';
  /** lower and upper change letters only; the others join the words anew. */
  readonly to: CaseForm;
}

/** Case forms in common use; held to the change-case package in the spec, for names of letters and humps. */
export const changeCase: StepDefinition<ChangeCaseStep> = {
  step: 'change-case',
  run: (step, rows) => rows.map(({ name }) => toCase(name, step.to)),
};

/** A name in another case; numbers and signs that are no separators stay. */
export function toCase(name: string, form: CaseForm): string {
  if (form === 'lower') return name.toLowerCase();
  if (form === 'upper') return name.toUpperCase();
  const words = joinDigits(name);
  if (!words.length) return name;
  const low = words.map((word) => word.toLowerCase());
  const high = low.map((word) => word[0]!.toUpperCase() + word.slice(1));
  switch (form) {
    case 'camel':
      return low[0]! + high.slice(1).join('');
    case 'pascal':
      return high.join('');
    case 'snake':
      return low.join('_');
    case 'constant':
      return low.join('_').toUpperCase();
    case 'kebab':
      return low.join('-');
    case 'dot':
      return low.join('.');
    case 'title':
      return high.join(' ');
  }
}

/** Words with the digits that touch them: `door001` stays one. */
function joinDigits(name: string): string[] {
  const out: string[] = [];
  let end = -1;
  for (const word of splitWords(name)) {
    const digits = word.text.charCodeAt(0) <= 57;
    if (digits && word.start === end) out[out.length - 1] += word.text;
    else out.push(word.text);
    end = word.end;
  }
  return out;
}
