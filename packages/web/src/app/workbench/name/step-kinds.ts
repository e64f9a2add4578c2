import { caseForms, type NumberStep, type RecipeStep, type StepId } from '@renquil/core/names/recipe';
import { orders, restarts, places, ways, caseTitles, cuts, keeps } from './step-words';

type Options = Readonly<Record<string, string>>;
/** A field of a step's form; `when` says for which steps it is asked. */
export interface StepField {
  readonly key: string;
  readonly label: string;
  readonly kind: 'text' | 'number' | 'select' | 'check' | 'slot' | 'list';
  readonly options?: Options;
  readonly least?: number;
  readonly most?: number;
  readonly wide?: true;
  /** Left out of the step when the field is empty. */
  readonly optional?: true;
  when?(step: never): boolean;
}
/** A kind of step that can be added. */
export interface StepKind {
  readonly title: string;
  readonly make: () => RecipeStep;
  readonly fields: readonly StepField[];
}

const text = (key: string, label: string, more: Partial<StepField> = {}): StepField => ({
  key,
  label,
  kind: 'text',
  ...more,
});
const number = (
  key: string,
  label: string,
  [least, most]: readonly [least: number, most: number],
  more: Partial<StepField> = {},
): StepField => ({ key, label, kind: 'number', least, most, ...more });
const select = (key: string, label: string, options: Options, more: Partial<StepField> = {}): StepField => ({
  key,
  label,
  kind: 'select',
  options,
  ...more,
});
const check = (key: string, label: string, more: Partial<StepField> = {}): StepField => ({
  key,
  label,
  kind: 'check',
  ...more,
});

/** Every kind of step: its title, what a new one is, and its form. In the order they are offered. */
export const stepKinds: { readonly [K in StepId]: StepKind } = {
  'take-apart': {
    title: 'Take apart',
    make: () => ({ step: 'take-apart', humps: true, digits: false }),
    fields: [
      check('humps', 'at humps too'),
      check('digits', 'letters from digits too'),
      text('join', 'Put between (empty: the separator)', { optional: true, wide: true }),
    ],
  },
  'swap-words': {
    title: 'Swap words',
    make: () => ({ step: 'swap-words', find: '', put: '', how: 'plain', anyCase: true, wholeWord: true }),
    fields: [
      text('find', 'Find'),
      text('put', 'Put'),
      select('how', 'Read as', ways),
      check('anyCase', 'any case'),
      check('wholeWord', 'whole word', { when: (step: { how: string }) => step.how === 'plain' }),
    ],
  },
  'set-slot': {
    title: 'Set slot',
    make: () => ({ step: 'set-slot', slot: 'side', to: '' }),
    fields: [{ key: 'slot', label: 'Slot', kind: 'slot' }, text('to', 'To (empty: leave out)')],
  },
  'set-side': {
    title: 'Set side and place',
    make: () => ({ step: 'set-side', side: true, place: false, middle: 'word' }),
    fields: [
      check('side', 'side'),
      check('place', 'place'),
      select('middle', 'In the middle', { word: 'its word', nothing: 'nothing', keep: 'as it is' }),
      number('slack', 'Middle is within, metres', [0, 1000], { optional: true }),
    ],
  },
  'swap-sides': { title: 'Swap sides', make: () => ({ step: 'swap-sides' }), fields: [] },
  number: {
    title: 'Number',
    make: () => ({
      step: 'number',
      start: 1,
      by: 1,
      digits: 3,
      order: 'tree',
      restart: 'base',
      at: 'last-number',
      glue: '',
    }),
    fields: [
      number('start', 'From', [-999_999, 999_999]),
      number('by', 'Step', [-1000, 1000]),
      number('digits', 'Digits', [1, 9]),
      select('order', 'Counted', orders),
      select('restart', 'Runs', restarts),
      { key: 'slot', label: 'Slot', kind: 'slot', when: (step: NumberStep) => step.restart === 'slot' },
      select('at', 'Written', places),
      text('word', 'Word', { when: (step: NumberStep) => step.at === 'after-word' }),
      select('keep', 'Numbers there', keeps),
      check('down', 'the other way round'),
      check('letters', 'letters for digits'),
    ],
  },
  'change-case': {
    title: 'Change case',
    make: () => ({ step: 'change-case', to: 'camel' }),
    fields: [
      select('to', 'To', Object.fromEntries(caseForms.map((form) => [form, caseTitles[form]])), {
        wide: true,
      }),
    ],
  },
  'add-text': {
    title: 'Add text',
    make: () => ({ step: 'add-text', text: '', at: 'before' }),
    fields: [
      text('text', 'Text'),
      select('at', 'Where', { before: 'before the name', after: 'after the name', place: 'at a character' }),
      number('position', 'Character (-1: the end)', [-1000, 1000], {
        when: (step: { at: string }) => step.at === 'place',
      }),
      check('once', 'leave names alone that have it already', { wide: true }),
    ],
  },
  'cut-text': {
    title: 'Cut',
    make: () => ({ step: 'cut-text', what: 'last', count: 1 }),
    fields: [
      select('what', 'Cut', cuts),
      number('count', 'How many', [0, 1000], {
        when: ({ what }: { what: string }) => ['first', 'last', 'range'].includes(what),
      }),
      number('from', 'From character', [1, 1000], { when: ({ what }: { what: string }) => what === 'range' }),
    ],
  },
  'plain-letters': {
    title: 'Plain letters',
    make: () => ({ step: 'plain-letters' }),
    fields: [text('join', 'Spaces and signs become (empty: the separator)', { optional: true, wide: true })],
  },
  'from-template': {
    title: 'From a template',
    make: () => ({ step: 'from-template', template: '{what}{n:3}' }),
    fields: [
      text('template', 'Template: {name} {parent} {kind} {material} {layer} {shape} {n:3} or a slot', {
        wide: true,
      }),
    ],
  },
  'from-list': {
    title: 'From a list',
    make: () => ({ step: 'from-list', how: 'pairs', rows: [] }),
    fields: [
      select(
        'how',
        'Read as',
        { pairs: 'old name, new name', order: 'new names in tree order' },
        { wide: true },
      ),
      { key: 'rows', label: 'Paste lines or a block of a spreadsheet', kind: 'list', wide: true },
    ],
  },
};
