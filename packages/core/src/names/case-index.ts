import { IdChains } from '../scene/id-chains.js';
import { keptUp } from '../scene/kept-up.js';
import { hashStart, mix, RowTable } from '../scene/row-table.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Rename } from '../scene/rename.js';
import type { Scene } from '../scene/scene.js';
import { beyondAscii, smallLetter } from './ascii.js';

/** Names that are the same but for capitals; kept up as names change. */
class CaseIndex {
  /** A name that another one is like, with that one: of several spellings the one that the lowest id has. */
  readonly like = new Map<string, string>();
  readonly #chains: IdChains;
  constructor(readonly scene: Scene) {
    this.#chains = new IdChains(scene.nextId);
    for (const { id, name } of scene.walk()) this.#chains.put(id, hashOf(name));
    const names: string[] = [];
    const table = new RowTable(scene.size);
    const spelledTwice = new Set<number>();
    let n = 0;
    for (const name of scene.names()) {
      names[n] = name;
      const row = table.claim(hashOf(name), n, (known) => isLike(names[known]!, name));
      if (row === n) n++;
      else spelledTwice.add(hashOf(name));
    }
    for (const hash of spelledTwice) this.#judge(hash);
  }
  follow(renamed: readonly Rename[]): void {
    const hashes = new Set<number>();
    for (const { object, from } of renamed) {
      this.like.delete(from);
      const before = this.#chains.drop(object);
      if (before !== null) hashes.add(before);
      const now = this.scene.find(object);
      if (!now) continue;
      const to = hashOf(now.name);
      hashes.add(to);
      this.#chains.put(object, to);
    }
    for (const hash of hashes) this.#judge(hash);
  }
  /** All spellings of a name that there are. */
  spellings(name: string): string[] {
    const found = new Set<string>();
    for (const id of this.#chains.of(hashOf(name))) {
      const other = this.scene.get(id).name;
      if (isLike(other, name)) found.add(other);
    }
    return [...found];
  }
  #judge(hash: number): void {
    const lowest = new Map<string, ObjectId>();
    for (const id of this.#chains.of(hash)) {
      const { name } = this.scene.get(id);
      lowest.set(name, Math.min(id, lowest.get(name) ?? id));
    }
    const groups = new Map<string, string[]>();
    for (const [name] of [...lowest].sort((a, b) => a[1] - b[1])) {
      this.like.delete(name);
      const low = name.toLowerCase();
      const group = groups.get(low);
      if (!group) groups.set(low, [name]);
      else {
        group.push(name);
        this.like.set(name, group[0]!);
      }
    }
  }
}

/** Names of a scene that differ in capitals only; follows renames. */
export const caseIndex = keptUp(
  (scene) => new CaseIndex(scene),
  (index, _scene, renamed) => {
    index.follow(renamed);
    return true;
  },
);

/** Beyond ASCII only the platform knows what is small; of plain letters no second text is made. */
function hashOf(name: string): number {
  const text = beyondAscii.test(name) ? name.toLowerCase() : name;
  let hash = hashStart;
  for (let i = 0; i < text.length; i++) hash = mix(hash, smallLetter(text.charCodeAt(i)));
  return hash;
}
function isLike(one: string, other: string): boolean {
  const a = beyondAscii.test(one) ? one.toLowerCase() : one;
  const b = beyondAscii.test(other) ? other.toLowerCase() : other;
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++)
    if (smallLetter(a.charCodeAt(i)) !== smallLetter(b.charCodeAt(i))) return false;
  return true;
}
