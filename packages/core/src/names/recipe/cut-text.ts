import type { StepBase, StepDefinition } from './step-definition.js';

/** What is cut from a name. */
export const cutWays = [
  'first',
  'last',
  'range',
  'end-digits',
  'digits',
  'letters',
  'signs',
  'spaces',
] as const;
/** A part of names cut away. */
export interface CutTextStep extends StepBase {
  readonly step: 'cut-text';
  /** So many from the front or the end; a range from a character on; digits at the end; all of a class of characters. */
  readonly what: (typeof cutWays)[number];
  /** How many characters, for first, last and range. */
  readonly count?: number;
  /** The first character of the range, counted from 1. */
  readonly from?: number;
}

/** Takes characters away. Counted in characters as people see them (code points), not in bytes. */
export const cutText: StepDefinition<CutTextStep> = {
  step: 'cut-text',
  run: (step, rows) => rows.map(({ name }) => cut(name, step)),
};

function cut(name: string, { what, count = 1, from = 1 }: CutTextStep): string {
  const characters = [...name];
  switch (what) {
    case 'first':
      return characters.slice(count).join('');
    case 'last':
      return characters.slice(0, Math.max(0, characters.length - count)).join('');
    case 'range':
      return [...characters.slice(0, from - 1), ...characters.slice(from - 1 + count)].join('');
    case 'end-digits': {
      let end = name.length;
      while (end > 0 && /[0-9]/.test(name[end - 1]!)) end--;
      const bare = name.slice(0, end);
      return end < name.length ? bare.replace(/[ _.-]$/, '') : name;
    }
    case 'digits':
      return name.replace(/\d+/g, '');
    case 'letters':
      return name.replace(/\p{L}+/gu, '');
    case 'signs':
      return name.replace(/[^\p{L}\p{N}_]+/gu, '');
    case 'spaces':
      return name.replace(/\s+/g, '');
  }
}
