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
  /** @param deep how many elements a path may have, and who is told of one with more */
  constructor(
    count: number,
    { indexes, elements, jumps }: CodedPaths,
    token: (index: number) => string,
    deep: { readonly most: number; readonly tooDeep: () => never },
  ) {
    const depths = new Uint32Array(count);
    // Properties of one name come again with every prim.
    const properties: (string | undefined)[] = [];
    const property = (index: number): string => (properties[index] ??= `.${token(index)}`);
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
          if ((depths[path] = parent < 0 ? 0 : depths[parent]! + 1) > deep.most) deep.tooDeep();
          this.#elements[path] = parent < 0 ? '' : element < 0 ? property(-element) : token(element);
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
    const elements: string[] = [];
    let at = path;
    for (; at >= 0 && this.parents[at]! >= 0; at = this.parents[at]!) {
      const element = this.element(at);
      const above = this.element(this.parents[at]!);
      // Behind a selection a name stands as it is; what is no name brings its own sign.
      elements.push(/^[.[{]/.test(element) || above.endsWith('}') ? element : `/${element}`);
    }
    return elements.reverse().join('') || '/';
  }
}
