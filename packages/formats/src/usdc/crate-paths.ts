/** The tree of paths as it is coded: their numbers, their last elements (less than 0: of a property), and where to go on. */
interface CodedPaths {
  readonly indexes: Int32Array;
  readonly elements: Int32Array;
  readonly jumps: Int32Array;
}
/**
 * The paths of a crate file (AOUSD Core Specification, 16.3, paths): depth first, each with its last element. A jump of -2 is a
 * leaf without a next one, -1 goes on with a child, 0 with the next one beside it, more with a child here and the next one there.
 */
export class CratePaths {
  /** By the number of the path; -1: it has none above it. */
  readonly parents: Int32Array;
  readonly #elements: string[];
  readonly #texts: (string | undefined)[] = [];
  constructor(count: number, { indexes, elements, jumps }: CodedPaths, token: (index: number) => string) {
    this.parents = new Int32Array(count).fill(-1);
    this.#elements = new Array<string>(count).fill('');
    const seen = new Uint8Array(indexes.length);
    const known = new Uint8Array(count);
    // Where the next ones beside those that have children begin, with what they stand under.
    const open: [number, number][] = [[0, -1]];
    while (open.length) {
      let [at, parent] = open.pop()!;
      while (at >= 0 && at < indexes.length && !seen[at]) {
        seen[at] = 1;
        const [path, element, jump] = [indexes[at]!, elements[at]!, jumps[at]!];
        // Each once: what is above it is there before it, so that no path stands in itself.
        if (path >= 0 && path < count && !known[path]) {
          known[path] = 1;
          this.parents[path] = parent;
          const text = parent < 0 ? '' : token(Math.abs(element));
          this.#elements[path] = element < 0 && parent >= 0 ? `.${text}` : text;
        }
        const hasChild = jump > 0 || jump === -1;
        if (jump > 0) open.push([at + jump, parent]);
        if (hasChild) parent = path >= 0 && path < count ? path : parent;
        else if (jump !== 0) break;
        at++;
      }
    }
  }
  get count(): number {
    return this.parents.length;
  }
  /** Its last element: a name, `.name` of a property, `{set=variant}`, `[target]`. */
  element(path: number): string {
    return this.#elements[path] ?? '';
  }
  /** The whole path (OpenUSD, SdfPath). */
  text(path: number): string {
    const way: number[] = [];
    let at = path;
    for (; at >= 0 && this.#texts[at] === undefined; at = this.parents[at]!) way.push(at);
    let text = at < 0 ? null : this.#texts[at]!;
    for (const one of way.reverse()) {
      const element = this.element(one);
      if (text === null) text = '/';
      else if (/^[.[{]/.test(element) || text === '/' || text.endsWith('}')) text += element;
      else text += `/${element}`;
      this.#texts[one] = text;
    }
    return text ?? '';
  }
}
