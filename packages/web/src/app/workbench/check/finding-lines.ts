import type { Finding, FindingColumns, Severity } from '@renquil/core/checks';

/** Findings that are listed together. */
export interface FindingGroup {
  readonly key: string;
  readonly title: string;
  readonly severity: Severity;
  readonly count: number;
  /** Places in the columns of all findings. */
  readonly at: Int32Array;
}
/** Which groups are folded. */
export interface Folded {
  has(key: string): boolean;
  /** One line a cause: its objects are folded until they are asked for. */
  readonly isByCause?: boolean;
}
/** One line of the list. */
export type FindingLine =
  | { readonly type: 'group'; readonly group: FindingGroup }
  | { readonly type: 'finding'; readonly finding: Finding; readonly of: string };

/** Groups and their findings as lines; a line is made when it is looked at. Reads as a list: `length`, `at` and `slice`. */
export class FindingLines implements Iterable<FindingLine> {
  /** Where each group begins. */
  readonly #starts: number[] = [];
  readonly length: number;
  constructor(
    readonly groups: readonly FindingGroup[],
    readonly folded: Folded,
    readonly columns: FindingColumns,
    readonly findingAt: (at: number) => Finding,
  ) {
    let start = 0;
    for (const group of groups) {
      this.#starts.push(start);
      start += this.#isBare(group) ? 1 : 1 + (folded.has(group.key) ? 0 : group.count);
    }
    this.length = start;
  }
  /** One cause of one object needs no line above it. */
  #isBare({ count }: FindingGroup): boolean {
    return this.folded.isByCause === true && count === 1;
  }
  at(index: number): FindingLine | undefined {
    if (index < 0 || index >= this.length) return undefined;
    let [low, high] = [0, this.#starts.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.#starts[middle]! <= index) low = middle;
      else high = middle - 1;
    }
    const group = this.groups[low]!;
    const inside = index - this.#starts[low]! - (this.#isBare(group) ? 0 : 1);
    if (inside < 0) return { type: 'group', group };
    return { type: 'finding', finding: this.findingAt(group.at[inside]!), of: group.key };
  }
  slice(from: number, to: number): FindingLine[] {
    const lines: FindingLine[] = [];
    for (let i = Math.max(0, from); i < Math.min(to, this.length); i++) lines.push(this.at(i)!);
    return lines;
  }
  /**
   * The next line with a finding that `is` so, from a place onwards or backwards; of a cause whose objects are folded its
   * own line stands for them. -1: there is none.
   */
  next(from: number, by: 1 | -1, is: (finding: Finding) => boolean = () => true): number {
    for (let i = from + by; i >= 0 && i < this.length; i += by) {
      const line = this.at(i)!;
      if (line.type === 'finding' ? is(line.finding) : this.#standsFor(line.group, is)) return i;
    }
    return -1;
  }
  #standsFor({ key, at }: FindingGroup, is: (finding: Finding) => boolean): boolean {
    return this.folded.isByCause === true && this.folded.has(key) && is(this.findingAt(at[0]!));
  }
  /** Where a finding stands, or the folded cause that it is of; -1: its group is folded, or it is not there. */
  indexOf(object: number, check: string): number {
    for (const [g, group] of this.groups.entries()) {
      const isFolded = this.folded.has(group.key) && !this.#isBare(group);
      if (isFolded && !this.folded.isByCause) continue;
      for (const [i, at] of group.at.entries()) {
        if (this.columns.objects[at] !== object || this.columns.sortAt(at).check !== check) continue;
        return this.#starts[g]! + (isFolded ? 0 : i + (this.#isBare(group) ? 0 : 1));
      }
    }
    return -1;
  }
  *[Symbol.iterator](): Iterator<FindingLine> {
    for (let i = 0; i < this.length; i++) yield this.at(i)!;
  }
}
