import { hashStart, mix } from '../scene/row-table.js';
import { kinOrder, type Standing } from './kin-order.js';

/** Metres that two votes for a plane may be apart. */
const slack = 4e-3;
/** Of more that look alike than these, only their neighbours from both ends are paired: a fence has no need of every pair. */
const mostPaired = 16;
/** So many votes tell where a plane is as well as all of them would. */
const enoughVotes = 20_000;

/** Where a plane between mirrored halves lies, and how much speaks for it. */
export interface MirrorPlane {
  /** Metres along the axis. */
  readonly middle: number;
  /** How many pairs stand across it from each other, and how many stand on it. */
  readonly pairs: number;
  readonly onIt: number;
}

/**
 * The plane across an axis that mirrors most of what stands there: every two that look alike and differ along the axis only
 * vote for the plane between them. Null: nothing votes.
 */
export function mirrorPlane(standing: Standing, axis: 0 | 2): MirrorPlane | null {
  const { at } = standing;
  // Those that could be mirrored stand together then, in order along the axis.
  const { rowOf: rows, kin } = kinOrder(standing, axis);
  const place = (i: number): number => at[rows[i]! * 3 + axis]!;
  const ends: number[] = [];
  for (let i = 1; i <= rows.length; i++)
    if (i === rows.length || kin[rows[i - 1]!] !== kin[rows[i]!]) ends.push(i);
  const votes: Vote[] = [];
  let all = 0;
  for (let k = 0, start = 0; k < ends.length; start = ends[k++]!) all += votesOf(ends[k]! - start);
  const each = Math.ceil(all / enoughVotes);
  // Which of very many vote hangs on where they stand, and not on the order of the tree.
  const isAsked = (row: number): boolean => each === 1 || (hashOfPlace(at, row, axis) >>> 0) % each === 0;
  for (let k = 0, start = 0; k < ends.length; start = ends[k++]!)
    if (ends[k]! - start > 1 && isAsked(rows[start]!)) vote(place, start, ends[k]!, votes);
  if (!votes.length) return null;
  const middle = mostVoted(votes);
  let [pairs, onIt] = [0, 0];
  for (let k = 0, start = 0; k < ends.length; start = ends[k++]!) {
    const counted = countAcross(place, start, ends[k]!, middle);
    pairs += counted.pairs;
    onIt += counted.onIt;
  }
  return { middle, pairs, onIt };
}

/** The same for all that differ along the axis only. */
function hashOfPlace(at: Float64Array, row: number, axis: 0 | 2): number {
  const hash = mix(hashStart, Math.round(at[row * 3 + 1]! / slack));
  const mixed = mix(hash, Math.round(at[row * 3 + (axis === 0 ? 2 : 0)]! / slack));
  return Math.imul(mixed ^ (mixed >>> 15), 0x2c1b3c6d);
}

interface Vote {
  readonly at: number;
  readonly weight: number;
}
const votesOf = (count: number): number => (count > mostPaired ? count >> 1 : (count * (count - 1)) / 2);
/** One of several votes with each of the others, and all its votes together count as one pair's half. */
function vote(place: (i: number) => number, start: number, end: number, votes: Vote[]): void {
  const count = end - start;
  if (count < 2) return;
  if (count > mostPaired) {
    for (let i = start, j = end - 1; i < j; i++, j--)
      votes.push({ at: (place(i) + place(j)) / 2, weight: 1 });
    return;
  }
  const weight = 1 / (count - 1);
  for (let i = start; i < end; i++)
    for (let j = i + 1; j < end; j++)
      if (place(j) - place(i) > slack) votes.push({ at: (place(i) + place(j)) / 2, weight });
}

function mostVoted(votes: Vote[]): number {
  votes.sort((a, b) => a.at - b.at);
  // A row of five has as many pairs about its second gap as about its third: what lies in the middle of all counts then.
  const centre = votes.reduce((sum, one) => sum + one.at, 0) / votes.length;
  let [best, bestFrom, bestTo, sum] = [0, 0, 0, 0];
  for (let i = 0, low = 0; i < votes.length; i++) {
    sum += votes[i]!.weight;
    while (votes[i]!.at - votes[low]!.at > slack) sum -= votes[low++]!.weight;
    const isNearer = Math.abs(votes[low]!.at - centre) < Math.abs(votes[bestFrom]!.at - centre);
    if (sum > best + 1e-9 || (sum > best - 1e-9 && isNearer)) [best, bestFrom, bestTo] = [sum, low, i];
  }
  let middle = 0;
  for (let i = bestFrom; i <= bestTo; i++) middle += votes[i]!.at / (bestTo - bestFrom + 1);
  return middle;
}

function countAcross(
  place: (i: number) => number,
  start: number,
  end: number,
  middle: number,
): { readonly pairs: number; readonly onIt: number } {
  let [pairs, onIt, low, high] = [0, 0, start, end - 1];
  const isOn = (i: number): number => (Math.abs(place(i) - middle) <= slack ? 1 : 0);
  while (low <= high) {
    const [left, right] = [place(low), place(high)];
    if (low === high || right - left <= slack) {
      for (; low <= high; low++) onIt += isOn(low);
    } else if (Math.abs(left + right - 2 * middle) <= 2 * slack) {
      pairs++;
      low++;
      high--;
    } else onIt += left + right < 2 * middle ? isOn(low++) : isOn(high--);
  }
  return { pairs, onIt };
}
