import { kinds, type Kind, type ObjectId } from '../scene/scene-object.js';
import { comparable, fittingName } from './fitting-name.js';
import type { HeardChange } from './heard.js';
import type { Outgoing } from './outgoing.js';
import type { Target, TargetNames, TargetTakes } from './target.js';

/** A target that knows what a receiver does, and in words what is new in it. */
export interface Taught {
  readonly target: Target;
  readonly says: readonly string[];
}

/**
 * What a receiver's changes say of its rules, put into the target: characters that it never lets through, the length at
 * which it cuts, that names must be the only ones, kinds that never arrive. Only what every one of them bears out is taken;
 * where nothing can be told, the target is the same one.
 * @param outgoing as it was sent, or would be
 */
export function taughtBy(outgoing: Outgoing, changes: readonly HeardChange[]): Taught {
  const says: string[] = [];
  const takes = taughtTakes(outgoing, changes, says);
  const names = taughtNames(outgoing, changes, says);
  if (!says.length) return { target: outgoing.target, says };
  return {
    target: { ...outgoing.target, ...(takes ? { takes } : {}), ...(names ? { names } : {}) },
    says,
  };
}

function goingOf({ scene, without }: Outgoing): ObjectId[] {
  return [...scene.walk()].flatMap(({ id }) => (without.has(id) ? [] : [id]));
}
/** Kinds of which none arrived. */
function taughtTakes(
  outgoing: Outgoing,
  changes: readonly HeardChange[],
  says: string[],
): TargetTakes | undefined {
  const { scene, target } = outgoing;
  const lost = new Set(changes.filter(({ arrived }) => arrived === null).map(({ object }) => object));
  const [gone, stayed] = [new Set<Kind>(), new Set<Kind>()];
  for (const id of goingOf(outgoing)) (lost.has(id) ? gone : stayed).add(scene.get(id).kind);
  const never = [...gone].filter((kind) => !stayed.has(kind));
  if (!never.length) return undefined;
  says.push(`takes no ${never.join(', no ')}`);
  const taken = target.takes?.kinds ?? kinds;
  return { ...target.takes, kinds: taken.filter((kind) => !never.includes(kind)) };
}

function taughtNames(
  outgoing: Outgoing,
  changes: readonly HeardChange[],
  says: string[],
): TargetNames | undefined {
  const named = changes.filter((one): one is HeardChange & { arrived: string } => one.arrived !== null);
  if (!named.length) return undefined;
  let names: TargetNames = outgoing.target.names ?? {};
  const arrived = arrivedNames(outgoing, changes);
  const signs = taughtSigns(named, arrived, names);
  if (signs !== null) {
    names = { ...names, letters: names.letters ?? 'any', signs };
    says.push(signs ? `of signs only ${[...signs].join(' ')}` : 'no signs');
  }
  const longest = cutAt(named);
  if (longest !== null && longest < (names.longest ?? Infinity)) {
    names = { ...names, longest };
    says.push(`names of ${longest} characters at most`);
  }
  const unique = taughtUnique(outgoing, named, names);
  if (unique && unique !== names.unique) {
    names = { ...names, unique };
    says.push(unique === 'scene' ? 'no name twice' : 'no name twice beside each other');
  }
  return names === outgoing.target.names ? undefined : names;
}
/** What all that arrived is called there. */
function arrivedNames(outgoing: Outgoing, changes: readonly HeardChange[]): string[] {
  const changed = new Map(changes.map(({ object, arrived }) => [object, arrived]));
  return goingOf(outgoing).flatMap((id) => {
    const name = changed.has(id) ? changed.get(id)! : outgoing.scene.get(id).name;
    return name === null ? [] : [name];
  });
}
const isSign = /[^\p{L}\p{M}\p{Nd}]/u;
/** The signs that came through, where some did not; null: all did. */
function taughtSigns(
  named: readonly { readonly sent: string; readonly arrived: string }[],
  arrived: readonly string[],
  { letters, signs }: TargetNames,
): string | null {
  const through = new Set(arrived.flatMap((name) => [...name]).filter((c) => isSign.test(c)));
  const lost = new Set<string>();
  for (const one of named) for (const c of one.sent) if (isSign.test(c) && !through.has(c)) lost.add(c);
  if (!lost.size) return null;
  const known = letters ? [...(signs ?? '')].filter((c) => !lost.has(c)) : [];
  return [...new Set([...known, ...through])].sort().join('');
}
/** The length of the longest of those that are the beginning of what was sent; null: none is. */
function cutAt(named: readonly { readonly sent: string; readonly arrived: string }[]): number | null {
  const lengths = named.flatMap(({ sent, arrived }) => {
    const [before, after] = [[...sent], [...arrived]];
    // A sign may be another by then.
    const isBeginning = after.every((c, i) => c === before[i] || isSign.test(before[i] ?? ''));
    return after.length < before.length && isBeginning ? [after.length] : [];
  });
  return lengths.length ? lengths.reduce((a, b) => Math.max(a, b)) : null;
}
/** Among whom a name must be the only one, where one has more at its end than what was sent. */
function taughtUnique(
  { scene, without }: Outgoing,
  named: readonly HeardChange[],
  names: TargetNames,
): TargetNames['unique'] {
  const fitted = (name: string): string => comparable(fittingName(name, names), names);
  const all = new Map<string, number>();
  const beside = new Map<string, number>();
  for (const { id, name, parent } of scene.walk()) {
    if (without.has(id)) continue;
    const key = fitted(name);
    all.set(key, (all.get(key) ?? 0) + 1);
    beside.set(`${parent}/${key}`, (beside.get(`${parent}/${key}`) ?? 0) + 1);
  }
  let unique: TargetNames['unique'];
  for (const { object, sent, arrived } of named) {
    const key = fitted(sent);
    const here = scene.find(object);
    if (!here || arrived === null || comparable(arrived, names) === key || (all.get(key) ?? 0) < 2) continue;
    if ((beside.get(`${here.parent}/${key}`) ?? 0) < 2) return 'scene';
    unique = 'siblings';
  }
  return unique;
}
