import { keptUp } from '../scene/kept-up.js';
import type { Rename } from '../scene/rename.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { asIdentifier } from './as-identifier.js';

/** How a target writes names. */
export interface NameMapping {
  /** Characters that it keeps; 0: all. */
  readonly longest: number;
  /** It takes capitals and small letters for the same. */
  readonly ignoreCase: boolean;
}
const plain = /^[A-Za-z](?:[A-Za-z0-9_]*[A-Za-z0-9])?$/;

/** A name as a target with such rules writes it. */
export function mapName(name: string, { longest, ignoreCase }: NameMapping): string {
  const mapped = plain.test(name) ? name : asIdentifier(name);
  const cut = longest && mapped.length > longest ? mapped.slice(0, longest) : mapped;
  return ignoreCase ? cut.toLowerCase() : cut;
}

/** Of one mapped name: who is called so, by spelling, and the first spelling by letters. */
interface Spellings {
  readonly ids: Map<string, Set<ObjectId>>;
  first: string;
}

/**
 * Names that a target writes otherwise than they are, by what it makes of them. Only those are kept: most names stay as they
 * are, and of those the scene itself knows who has one.
 */
class MappedNames {
  readonly #changed = new Map<string, Spellings>();
  constructor(
    readonly scene: Scene,
    readonly mapping: NameMapping,
  ) {
    for (const { id, name } of scene.walk()) this.#put(id, name);
  }
  /** Objects with a name that is written otherwise. */
  *objects(): Generator<ObjectId> {
    for (const { ids } of this.#changed.values()) for (const some of ids.values()) yield* some;
  }
  /** The name that keeps what a name is mapped to, where another one has it: the one written so, else the first by letters. */
  keeper(name: string): string | null {
    const mapped = mapName(name, this.mapping);
    if (mapped === '' || mapped === name) return null;
    if (this.scene.withName(mapped).size) return mapped;
    const { first } = this.#changed.get(mapped)!;
    return first === name ? null : first;
  }
  /** Whom another name of one may concern. */
  *family(name: string): Generator<ObjectId> {
    for (const some of this.#changed.get(mapName(name, this.mapping))?.ids.values() ?? []) yield* some;
  }
  follow(renamed: readonly Rename[]): void {
    for (const { object, from } of renamed) {
      this.#drop(object, from);
      this.#put(object, this.scene.find(object)?.name ?? '');
    }
  }
  #put(id: ObjectId, name: string): void {
    const mapped = mapName(name, this.mapping);
    if (mapped === name || mapped === '') return;
    let spellings = this.#changed.get(mapped);
    if (!spellings) this.#changed.set(mapped, (spellings = { ids: new Map(), first: name }));
    if (name < spellings.first) spellings.first = name;
    const ids = spellings.ids.get(name);
    if (ids) ids.add(id);
    else spellings.ids.set(name, new Set([id]));
  }
  #drop(id: ObjectId, name: string): void {
    const mapped = mapName(name, this.mapping);
    const spellings = this.#changed.get(mapped);
    const ids = spellings?.ids.get(name);
    if (!spellings || !ids?.delete(id) || ids.size) return;
    spellings.ids.delete(name);
    if (!spellings.ids.size) this.#changed.delete(mapped);
    else if (spellings.first === name)
      spellings.first = [...spellings.ids.keys()].reduce((a, b) => (b < a ? b : a));
  }
}

const byMapping = keptUp(
  () => new Map<string, MappedNames>(),
  (known, _scene, renamed) => {
    for (const one of known.values()) one.follow(renamed);
    return true;
  },
);
/** Names of a scene as a target writes them; follows renames. */
export function mappedNames(scene: Scene, mapping: NameMapping): MappedNames {
  const known = byMapping(scene);
  const key = `${mapping.longest} ${mapping.ignoreCase}`;
  let names = known.get(key);
  if (!names) known.set(key, (names = new MappedNames(scene, mapping)));
  return names;
}
