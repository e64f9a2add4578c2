/** What things of one shape are called in another scene. */
export interface ShapeWord {
  /** Of the geometry (Shape.digest). */
  readonly digest: string;
  /** What most of them are called; empty: none has a name that is right. */
  readonly text: string;
  /** How many are called so, of all with a right name. */
  readonly count: number;
  readonly of: number;
}
/** The same over the other scenes of a project. */
export interface KnownShape extends ShapeWord {
  /** One of the scenes that say so. */
  readonly scene: string;
}
export type KnownShapes = ReadonlyMap<string, KnownShape>;

/** One word for each shape, out of what scenes say: the one that most things bear. */
export function knownShapes(words: Iterable<KnownShape>): Map<string, KnownShape> {
  const byDigest = new Map<string, Map<string, KnownShape>>();
  const totals = new Map<string, number>();
  for (const one of words) {
    if (!one.text) continue;
    totals.set(one.digest, (totals.get(one.digest) ?? 0) + one.of);
    let texts = byDigest.get(one.digest);
    if (!texts) byDigest.set(one.digest, (texts = new Map<string, KnownShape>()));
    const key = one.text.toLowerCase();
    const known = texts.get(key);
    texts.set(key, known ? { ...known, count: known.count + one.count } : one);
  }
  const found = new Map<string, KnownShape>();
  for (const [digest, texts] of byDigest) {
    const [top] = [...texts.values()].sort((a, b) => b.count - a.count || (a.text < b.text ? -1 : 1));
    found.set(digest, { ...top!, of: totals.get(digest)! });
  }
  return found;
}
