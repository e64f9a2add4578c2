import type { Difference } from '@renquil/api';
import type { Behaviour } from './behaviour.js';
import type { ArrivedNode } from './open-scene-file.js';

/** An object that was announced, and the node that it came as. */
export interface Announced {
  /** Its `id` in names.csv. */
  readonly object: number;
  readonly sent: string;
  /** Null: no scene was sent, or it is not in it. */
  readonly node: ArrivedNode | null;
}
/** What became of it. */
export interface Settled {
  readonly object: number;
  readonly sent: string;
  readonly arrived: string | null;
}
/** Names and differences, in the order of names.csv. */
export interface Outcome {
  readonly names: readonly Settled[];
  readonly differences: readonly Difference[];
}

/** Characters of a name that are kept here in any case. */
const longestOfAll = 255;
// Characters that its own lists cannot hold: controls and the slash of paths.
const unkept = /[/\p{Cc}]/gu;

/** The receiver's own rules, and what it is told to do beside them, upon every name. */
export function applyRules(announced: readonly Announced[], behaviour: Behaviour): Outcome {
  const names: Settled[] = [];
  const differences: Difference[] = [];
  const taken = new Map<string, number>();
  for (const one of announced) {
    const settled = settle(one, behaviour, taken);
    names.push({ object: one.object, sent: one.sent, arrived: settled.arrived });
    if (settled.because) differences.push({ ...names.at(-1)!, because: settled.because });
  }
  return { names, differences };
}

function settle(
  { sent, node }: Announced,
  behaviour: Behaviour,
  taken: Map<string, number>,
): { arrived: string | null; because: string } {
  if (behaviour.lights && node?.isLight) return { arrived: null, because: 'Lights are not taken here.' };
  const why: string[] = [];
  let name = sent;
  const become = (made: string, because: string): void => {
    if (made !== name) why.push(because);
    name = made;
  };
  become(name.replace(unkept, '_'), 'It has characters that cannot be kept here.');
  if (behaviour.characters)
    become(name.replace(/[^\p{L}\p{M}\p{Nd}]/gu, '-'), 'Only letters, digits and - are kept here.');
  const longest = Math.min(behaviour.longest ?? longestOfAll, longestOfAll);
  become([...name].slice(0, longest).join(''), `Names end at ${longest} characters here.`);
  if (name === '') become('unnamed', 'It has no name.');
  const among = behaviour.unique ? '' : `${node?.parent ?? ''}/`;
  become(free(name, among, taken), 'The name was taken here.');
  return { arrived: name, because: why.join(' ') };
}
/**
 * A name, or one with a number that nobody there has.
 * @param taken how often a name was given, by among whom it must be the only one and itself
 */
function free(name: string, among: string, taken: Map<string, number>): string {
  let n = taken.get(among + name) ?? 0;
  let made = name;
  while (n > 0 && taken.has(among + made)) made = `${name}~${++n}`;
  taken.set(among + name, Math.max(n, 1));
  taken.set(among + made, taken.get(among + made) ?? 1);
  return made;
}
