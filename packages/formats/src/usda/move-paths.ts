import { mapTargets, parsePath, type PathStep } from './usda-path.js';
import { chars } from './usda-scanner.js';
import type { UsdaNamespace } from './usda-namespace.js';

/** Where places of a layer are to stand: the new name and parent of each, by number; -1 as a parent is the root. */
export interface NewPlaces {
  name(place: number): string;
  parent(place: number): number;
}

const [mostKept, longestKept] = [100_000, 1000];
/** Says paths anew for places that got other names or parents. What means nothing that moved stays letter by letter. */
export class PathMover {
  constructor(
    readonly namespace: UsdaNamespace,
    readonly now: NewPlaces,
  ) {}

  /** @param anchor the place that a relative path goes from; -1: the root */
  path(text: string, anchor: number): string {
    // Paths from the root mean the same wherever they stand, and many prims say the same one.
    // But for targets in them, which go from where they stand.
    const isOne = text.charCodeAt(0) === chars.slash && text.length <= longestKept && !text.includes('[');
    if (!isOne) return this.#moved(text, anchor);
    let known = this.#known.get(text);
    if (known === undefined) {
      known = this.#moved(text, anchor);
      if (this.#known.size < mostKept) this.#known.set(text, known);
    }
    return known;
  }
  readonly #known = new Map<string, string>();
  #moved(text: string, anchor: number): string {
    const parsed = parsePath(text);
    if (!parsed) return text;
    const named = parsed.steps.filter(({ kind }) => kind !== 'rest');
    const rest = parsed.steps.at(-1)?.kind === 'rest' ? parsed.steps.at(-1)! : null;
    const moved = this.#steps(named, parsed.isAbsolute ? -1 : anchor, parsed.isAbsolute);
    if (!rest) return moved;
    // `.` is a prim's own place; before a property it goes without saying.
    if (moved === '.') return this.#targets(rest, anchor);
    // A target of a target is a path of its own, and goes from the same place.
    return moved + this.#targets(rest, anchor);
  }
  #targets({ before, text }: PathStep, anchor: number): string {
    return before + mapTargets(text, (inner) => this.path(inner, anchor));
  }
  /** A pattern of paths: the names before its first sign that stands for many; several patterns with space or signs between. */
  expression(text: string, anchor: number): string {
    return text.replace(/[^\s()&|~+%-][^\s()&|~+%]*/gu, (one) => {
      const literal =
        /^(?:\.{0,2}\/|\.\.$)?(?:[\p{XID_Continue}]+|\.\.)(?:\/(?:[\p{XID_Continue}]+|\.\.))*(?=$|\/\/|\/[^/]*[*?[\]{]|[.{])/u.exec(
          one,
        )?.[0];
      if (!literal) return one;
      const here = literal.startsWith('./') ? './' : '';
      return here + this.path(literal.slice(here.length), anchor) + one.slice(literal.length);
    });
  }

  #steps(steps: readonly PathStep[], from: number, isAbsolute: boolean): string {
    let at = from;
    let isKnown = true;
    let hasOtherTree = false;
    const places = steps.map((step): number => {
      if (!isKnown) return -1;
      if (step.kind === 'up') {
        if (at < 0) isKnown = false;
        else at = this.namespace.places[at]!.parent;
        return -1;
      }
      const found = this.namespace.find(at, step.text);
      if (found < 0) isKnown = false;
      else {
        hasOtherTree ||= this.now.parent(found) !== at;
        at = found;
      }
      return found;
    });
    hasOtherTree ||= !isAbsolute && this.#hasMovedAbove(from);
    if (hasOtherTree) return this.#anew(steps, places, from, isAbsolute);
    return steps
      .map(({ kind, text, variants, before }, i) =>
        kind === 'up' || places[i]! < 0
          ? before + text + variants
          : before + this.now.name(places[i]!) + variants,
      )
      .join('');
  }
  /** Whether a relative path may lead elsewhere, since what it goes from stands elsewhere. */
  #hasMovedAbove(place: number): boolean {
    for (let at = place; at >= 0; at = this.namespace.places[at]!.parent)
      if (this.now.parent(at) !== this.namespace.places[at]!.parent) return true;
    return false;
  }
  /** Of another tree: the whole way, from the root or from where it goes from. Selections stay with the names that bear them. */
  #anew(steps: readonly PathStep[], places: readonly number[], from: number, isAbsolute: boolean): string {
    const last = places.findLastIndex((place) => place >= 0);
    const tail = steps.slice(last + 1).filter(({ kind }) => kind === 'name');
    const end = last >= 0 ? places[last]! : this.#upFrom(steps, from);
    const variants = new Map<number, string>();
    steps.forEach((step, i) => step.variants && places[i]! >= 0 && variants.set(places[i]!, step.variants));
    const way = this.#way(end);
    const write = (list: readonly number[]): string => {
      let text = '';
      list.forEach((place, i) => {
        const after = i > 0 && variants.has(list[i - 1]!) ? '' : '/';
        text += after + this.now.name(place) + (variants.get(place) ?? '');
      });
      return text;
    };
    const more = tail.map(({ text, variants: chosen }) => `/${text}${chosen}`).join('');
    if (isAbsolute) return write(way) + more || '/';
    const here = this.#way(from);
    let shared = 0;
    while (shared < here.length && shared < way.length && here[shared] === way[shared]) shared++;
    const ups = Array<string>(here.length - shared)
      .fill('..')
      .join('/');
    const down = (write(way.slice(shared)) + more).replace(/^\//, '');
    return ups && down ? `${ups}/${down}` : ups || down || '.';
  }
  #upFrom(steps: readonly PathStep[], from: number): number {
    let at = from;
    for (const { kind } of steps) if (kind === 'up' && at >= 0) at = this.namespace.places[at]!.parent;
    return at;
  }
  /** Places from the root to one, as they will stand. */
  #way(place: number): readonly number[] {
    if (place < 0) return [];
    const way: number[] = [];
    for (let at = place; at >= 0; at = this.now.parent(at)) way.push(at);
    return way.reverse();
  }
}
