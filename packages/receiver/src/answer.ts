import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, readFileSync } from 'node:fs';
import { mostDifferences, type Offer, type Receipt } from '@renquil/api';
import { readRows } from '@renquil/formats';
import type { Behaviour } from './behaviour.js';
import { openSceneFile, type ArrivedNode } from './open-scene-file.js';
import { applyRules, type Announced, type Settled } from './own-rules.js';

/** What a receiver answers, and the names that it took. */
export interface Answered {
  readonly receipt: Receipt;
  readonly names: readonly Settled[];
}
/** Characters of a name that a receipt can tell. */
const longestName = 10_000;
/** Why a package cannot be taken. */
class Unusable extends Error {}

/**
 * Checks the sums of a package that is whole, opens it, and applies the rules of the house.
 * @param path of the n-th file of the offer
 */
export async function answer(
  offer: Offer,
  path: (n: number) => string,
  behaviour: Behaviour,
): Promise<Answered> {
  const base = { number: randomUUID(), at: new Date().toISOString(), more: 0 };
  try {
    if (behaviour.refuse !== null) throw new Unusable(behaviour.refuse);
    const announced = await open(offer, path);
    const { names, differences } = applyRules(announced, behaviour);
    const receipt: Receipt = {
      ...base,
      state: differences.length ? 'changed' : 'arrived',
      reason: null,
      objects: announced.length,
      arrived: names.filter(({ arrived }) => arrived !== null).length,
      differences: differences.slice(0, mostDifferences),
      more: Math.max(0, differences.length - mostDifferences),
    };
    return { receipt, names };
  } catch (error) {
    // What cannot be opened is refused, with the place.
    const reason = (error as Error).message.slice(0, 1000);
    return {
      receipt: { ...base, state: 'refused', reason, objects: 0, arrived: 0, differences: [] },
      names: [],
    };
  }
}

async function open(offer: Offer, path: (n: number) => string): Promise<Announced[]> {
  for (const [n, file] of offer.files.entries())
    if ((await sumOf(path(n))) !== file.sha256)
      throw new Unusable(`The sum of ${file.name} is another than announced.`);
  const beside = new Set(offer.files.map(({ name }) => name));
  const at = offer.files.findIndex(({ name }) => name === 'names.csv');
  if (at < 0) throw new Unusable('There is no names.csv in it.');
  const [header, ...rows] = readRows(readFileSync(path(at), 'utf8'));
  const [id, sent] = [header?.indexOf('id') ?? -1, header?.indexOf('sent') ?? -1];
  if (id < 0 || sent < 0) throw new Unusable('names.csv has no columns id and sent.');
  const listed = rows.map((row, i) => {
    const one = { object: Number(row[id]), sent: row[sent] ?? '' };
    if (!Number.isSafeInteger(one.object) || one.object < 0 || one.sent.length > longestName)
      throw new Unusable(
        `Line ${i + 2} of names.csv has no number, or a name of over ${longestName} characters.`,
      );
    return one;
  });
  const scene = offer.files.findIndex(({ name }) => /\.(glb|gltf)$/i.test(name));
  if (scene < 0) return listed.map((one) => ({ ...one, node: null }));
  const { name } = offer.files[scene]!;
  try {
    return matched(listed, await openSceneFile(name, readFileSync(path(scene)), beside));
  } catch (error) {
    if (error instanceof Unusable) throw error;
    throw new Unusable(`${name} cannot be opened: ${(error as Error).message}.`);
  }
}
/** Each that was announced with the node that it came as: of several with one name, each with the next. */
function matched(
  listed: readonly { object: number; sent: string }[],
  nodes: readonly ArrivedNode[],
): Announced[] {
  const byName = new Map<string, number[]>();
  nodes.forEach(({ name }, at) => {
    const known = byName.get(name);
    if (known) known.push(at);
    else byName.set(name, [at]);
  });
  for (const list of byName.values()) list.reverse();
  return listed.map(({ object, sent }) => {
    const at = byName.get(sent)?.pop();
    if (at === undefined) throw new Unusable(`"${sent}" is announced, and not in the scene's file.`);
    return { object, sent, node: nodes[at]! };
  });
}
async function sumOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const part of createReadStream(path)) hash.update(part as Buffer);
  return hash.digest('hex');
}
