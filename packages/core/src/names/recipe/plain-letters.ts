import { asIdentifier } from '../as-identifier.js';
import type { StepBase, StepDefinition } from './step-definition.js';

/** Letters and signs beyond A to Z written with those. */
export interface PlainLettersStep extends StepBase {
  readonly step: 'plain-letters';
  /** What stands for spaces and other signs; left out: the separator. */
  readonly join?: string;
}

/**
 * A name in letters, digits and underscores only, as OpenUSD identifiers have it: other scripts and accents written in
 * plain letters (transliteration package), blanks and signs become the separator, ends are trimmed, a digit is no
 * beginning.
 */
export const plainLetters: StepDefinition<PlainLettersStep> = {
  step: 'plain-letters',
  run: (step, rows, _scene, { convention }) =>
    rows.map(({ name }) => toPlainLetters(name, step.join ?? convention.source.separator)),
};

/** A name in the letters A to Z, digits and underscores, as the convention's identifiers are. */
export function toPlainLetters(name: string, join = '_'): string {
  return asIdentifier(name, /^[A-Za-z0-9_]*$/.test(join) ? join : '_');
}
