import { factsOf } from './query-facts.js';
import { checkRegistry } from '../checks/registry.js';
import { kinds, switchNames } from '../scene/scene-object.js';
import { memoizeByVersion } from '../scene/memoize-by-version.js';
import type { Scene } from '../scene/scene.js';
import { parseQuery, runQuery } from './query.js';
import { queryKeyRegistry } from './query-keys.js';

/** One way to go on: what takes the place of the word at the cursor, what it means, how many objects it finds. */
export interface Completion {
  readonly text: string;
  readonly says: string;
  /** Null: not counted, since it is no query yet or the scene is too large to count while someone types. */
  readonly found: number | null;
  readonly from: number;
  readonly to: number;
}
const most = 10;
/** Tests that counting may take in all. */
const budget = 300_000;

/** How the word at the cursor could go on: keys, or the values of a key that the scene holds. */
export function completeQuery(scene: Scene, text: string, cursor = text.length): Completion[] {
  const from = wordStart(text, cursor);
  const word = text.slice(from, cursor);
  const lead = /^[-(]*/.exec(word)![0];
  const said = word.slice(lead.length);
  const place = { from: from + lead.length, to: cursor };
  const colon = said.indexOf(':');
  const all =
    colon < 0 ? keysFor(scene, said) : valuesFor(scene, said.slice(0, colon), said.slice(colon + 1));
  const shown = all.slice(0, most);
  const counts = scene.size * shown.length <= budget;
  return shown.map(({ text: made, says }) => ({
    text: made,
    says,
    found: counts && !made.endsWith(':') ? count(scene, made) : null,
    ...place,
  }));
}

interface Option {
  readonly text: string;
  readonly says: string;
}

/** Back to the blank before the word; blanks inside quotes are part of it. */
function wordStart(text: string, cursor: number): number {
  let start = 0;
  let quoted = false;
  for (let i = 0; i < cursor; i++) {
    if (text[i] === '"') quoted = !quoted;
    else if (!quoted && /\s/.test(text[i]!)) start = i + 1;
  }
  return start;
}

function keysFor(scene: Scene, said: string): Option[] {
  if (!said) return [];
  const keys = queryKeyRegistry.map(({ key, says }) => ({ text: `${key}:`, says }));
  const slots = (factsOf(scene).slots?.() ?? []).map((name) => ({
    text: `slot.${name}:`,
    says: 'what stands there',
  }));
  const attributes = [...attributeNames(scene)].map((name) => ({ text: `attr.${name}:`, says: 'its value' }));
  return [...keys, ...attributes, ...slots].filter(
    ({ text }) => text.startsWith(said.toLowerCase()) && text !== said,
  );
}

function valuesFor(scene: Scene, key: string, typed: string): Option[] {
  const plain = typed.replace(/^"|"$/g, '').toLowerCase();
  return valuesOf(scene, key)
    .filter(
      (value) =>
        value !== '' && !value.includes('"') && value.toLowerCase().includes(plain) && value !== typed,
    )
    .sort((a, b) => Number(b.toLowerCase().startsWith(plain)) - Number(a.toLowerCase().startsWith(plain)))
    .map((value) => ({ text: `${key}:${/[\s()*?[\\]/.test(value) ? `"${value}"` : value}`, says: '' }));
}

function valuesOf(scene: Scene, key: string): string[] {
  if ((switchNames as readonly string[]).includes(key) || key === 'changed' || key === 'waived')
    return ['yes', 'no'];
  switch (key) {
    case 'kind':
      return [...kinds];
    case 'side':
      return ['L', 'C', 'R'];
    case 'source':
      return ['file', 'here'];
    case 'twin':
      return ['yes', 'no'];
    case 'set':
      return [...scene.sets.keys()];
    case 'material':
      return [...new Set(scene.materials.map(({ name }) => name))];
    case 'shape':
      return [...new Set(scene.shapes.map(({ name }) => name))];
    case 'finding':
      return [
        'blocker',
        'warning',
        'note',
        ...checkRegistry.map(({ id }) => id),
        ...(factsOf(scene).rules?.() ?? []),
      ];
    case 'has':
      return [...attributeNames(scene)];
    case 'from':
    case 'layer':
    case 'mark':
    case 'under':
      return [...held(scene, key)];
    default:
      return key.startsWith('attr.') ? [...attributeValues(scene, key.slice(5))] : [];
  }
}

function held(scene: Scene, key: 'from' | 'layer' | 'mark' | 'under'): Set<string> {
  const found = new Set<string>(key === 'layer' ? ['Base', ...scene.layers.keys()] : []);
  if (key === 'from' && !scene.hasHeld) return found;
  for (const { layer, mark, name, children, held: by } of scene.walk()) {
    if (key === 'from' && by && 'file' in by) found.add(by.file);
    if (key === 'layer') found.add(layer);
    else if (key === 'mark' && mark) found.add(mark.word);
    else if (key === 'under' && children.length) found.add(name);
  }
  return found;
}
/** Asked with every letter of a filter, so worked out once. */
const attributeNames = memoizeByVersion(
  (scene) => scene.attributesVersion,
  (scene) => {
    const names = new Set<string>();
    for (const { attributes } of scene.walk()) for (const name in attributes) names.add(name);
    return names;
  },
);
function attributeValues(scene: Scene, name: string): Set<string> {
  const values = new Set<string>();
  for (const { attributes } of scene.walk()) {
    if (!Object.hasOwn(attributes, name) || values.size > 200) continue;
    const value = attributes[name];
    values.add(typeof value === 'string' ? value : JSON.stringify(value));
  }
  return values;
}
function count(scene: Scene, text: string): number | null {
  try {
    return runQuery(scene, parseQuery(text)).length;
  } catch {
    return null;
  }
}
