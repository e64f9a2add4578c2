import { kinds } from '../scene/scene-object.js';

interface Said<T> {
  /** What it holds until a convention says otherwise. */
  readonly shipped: T;
  /** What it does, in a sentence that a form and the documents show. */
  readonly text: string;
}
/** A number between two others, both allowed. `whole`: no fractions. */
export interface NumberParameter extends Said<number> {
  readonly type: 'number';
  readonly least: number;
  readonly most: number;
  readonly unit: 'metres' | 'characters' | 'levels' | 'faces' | 'objects' | 'pixels';
  readonly whole?: true;
}
/** Yes or no. */
export interface SwitchParameter extends Said<boolean> {
  readonly type: 'switch';
}
/** One of a few texts. */
export interface ChoiceParameter extends Said<string> {
  readonly type: 'choice';
  readonly of: readonly string[];
}
/** One line of text. */
export interface TextParameter extends Said<string> {
  readonly type: 'text';
}
/** Any number of texts; `of`: each one of these. */
export interface TextsParameter extends Said<readonly string[]> {
  readonly type: 'texts';
  readonly of?: readonly string[];
}
/** Groups of at least two texts each. */
export interface GroupsParameter extends Said<readonly (readonly string[])[]> {
  readonly type: 'groups';
}
/** For some of the kinds of objects, which kinds. */
export interface KindsByKindParameter extends Said<Readonly<Record<string, readonly string[]>>> {
  readonly type: 'kinds-by-kind';
}
/** A value for each key: a text, a number, yes, no or none. */
export interface ValuesParameter extends Said<Readonly<Record<string, string | number | boolean | null>>> {
  readonly type: 'values';
}
/** A filter, and the point of the bounds that what it finds should have its pivot at, each of three numbers -1 to 1. */
export interface AnchorsParameter extends Said<
  readonly { readonly query: string; readonly anchor: readonly number[] }[]
> {
  readonly type: 'anchors';
}
/** What a convention may set of a check: type, range, unit and text. */
export type Parameter =
  | NumberParameter
  | SwitchParameter
  | ChoiceParameter
  | TextParameter
  | TextsParameter
  | GroupsParameter
  | KindsByKindParameter
  | ValuesParameter
  | AnchorsParameter;
/** By the key under which a convention sets them. */
export type Parameters = Readonly<Record<string, Parameter>>;

/** How far off, in metres, something may be. */
export function slack(shipped: number, text: string): NumberParameter {
  return { type: 'number', shipped, least: 0, most: 1000, unit: 'metres', text };
}

/** Lists of a parameter are so long at most, and texts. */
export const [mostListed, mostText] = [1000, 1000];

/** What a parameter takes, in a few words: `number of metres, 0 to 1000`. */
export function saidRange(parameter: Parameter): string {
  switch (parameter.type) {
    case 'number':
      return `number of ${parameter.unit}, ${parameter.least} to ${parameter.most}`;
    case 'switch':
      return 'yes or no';
    case 'choice':
      return parameter.of.join(' or ');
    case 'text':
      return 'text';
    case 'texts':
      return parameter.of
        ? `list of ${parameter.of === kinds ? 'kinds' : parameter.of.join(', ')}`
        : 'list of texts';
    case 'groups':
      return 'lists of two texts or more';
    case 'kinds-by-kind':
      return 'list of kinds for each kind';
    case 'values':
      return 'value by key';
    case 'anchors':
      return 'list of a filter `query` and an `anchor` of three numbers, -1 to 1';
  }
}
