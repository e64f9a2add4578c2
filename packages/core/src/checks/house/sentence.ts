import { nearWord } from '../../names/slots/near-word.js';
import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { SceneObject } from '../../scene/scene-object.js';
import { readingOf, type CheckContext } from '../check.js';

/** What a demand found, for the sentence: how many, how many are wanted, which value. */
export type SaidFacts = Readonly<Record<string, string | number>>;

type Hole = (object: SceneObject, context: CheckContext) => string;
const holes: Readonly<Record<string, Hole>> = {
  name: ({ name }) => name,
  kind: ({ kind }) => kind,
  layer: ({ layer }) => layer,
  parent: ({ parent }, { scene }) => (parent === null ? '' : scene.get(parent).name),
};
/** Holes that some demands fill. */
const facts = ['count', 'wanted', 'value'] as const;

/** A sentence with `{holes}`, ready to be filled. */
export interface Sentence {
  /** Whether it names the parent, so that another name for it makes another sentence. */
  readonly namesParent: boolean;
  readonly fill: (object: SceneObject, context: CheckContext, found: SaidFacts) => string;
}
/**
 * @param takes which of count, wanted and value are there
 * @returns a text with what is wrong: a hole that there is not
 */
export function compileSentence(
  text: string,
  takes: readonly string[],
  convention: CompiledConvention,
): Sentence | string {
  const parts = text.split(/\{([^{}]*)\}/);
  const known = [
    ...Object.keys(holes),
    ...facts.filter((one) => takes.includes(one)),
    ...[...convention.slots.keys()].map((slot) => `slot.${slot}`),
  ];
  const fillers: (string | ((...of: Parameters<Sentence['fill']>) => string))[] = [];
  for (const [i, part] of parts.entries()) {
    if (i % 2 === 0) {
      fillers.push(part);
      continue;
    }
    const made = part.startsWith('attr.') && part.length > 5 ? attribute(part.slice(5)) : holeOf(part, known);
    if (!made) {
      const near = nearWord(part, known);
      return `there is no {${part}}${near ? `; the nearest is {${near}}` : ''}; there are ${[...known, 'attr.NAME'].map((one) => `{${one}}`).join(' ')}`;
    }
    fillers.push(made);
  }
  return {
    namesParent: parts.some((part, i) => i % 2 === 1 && part === 'parent'),
    fill: (object, context, found) =>
      fillers.map((one) => (typeof one === 'string' ? one : one(object, context, found))).join(''),
  };
}

function holeOf(key: string, known: readonly string[]): Sentence['fill'] | null {
  if (!known.includes(key)) return null;
  if (key.startsWith('slot.')) {
    const slot = key.slice(5);
    return (object, context) => {
      const key = context.convention.keyOf(context.scene, object);
      return readingOf(context, key, object.name).slots.get(slot)?.text ?? '';
    };
  }
  return holes[key] ?? ((_object, _context, found) => String(found[key] ?? ''));
}
function attribute(name: string): Sentence['fill'] {
  return ({ attributes }) => {
    const value = attributes[name];
    return value === undefined ? 'none' : typeof value === 'string' ? value : JSON.stringify(value);
  };
}
