import type { Kind } from '@renquil/core/scene';
import { joinPieces, type NamePiece } from './truth.js';

/** What people do to names of any habit: the spoiled name, or null where it cannot be done. */
export type Spoiler = (pieces: readonly NamePiece[], kind: Kind, random: () => number) => string | null;

const pick = <T>(list: readonly T[], random: () => number): T => list[Math.floor(random() * list.length)]!;
const drop =
  (...roles: readonly NamePiece['role'][]): Spoiler =>
  (pieces) => {
    const rest = pieces.filter(({ role }) => !roles.includes(role));
    return rest.length && rest.length < pieces.length ? joinPieces(rest) : null;
  };
const change = (
  pieces: readonly NamePiece[],
  role: NamePiece['role'],
  to: (text: string) => string | null,
): string | null => {
  const at = pieces.findIndex((one) => one.role === role);
  const text = at < 0 ? null : to(pieces[at]!.text);
  return text === null ? null : joinPieces(pieces.map((one, i) => (i === at ? { ...one, text } : one)));
};
const typo: Spoiler = (pieces, _, random) =>
  change(pieces, 'what', (text) => {
    const word = /[A-Za-z]{5,}/.exec(text);
    if (!word) return null;
    const i = word.index + 1 + Math.floor(random() * (word[0].length - 2));
    return pick(
      [
        text.slice(0, i) + text.slice(i + 1),
        text.slice(0, i) + text[i + 1]! + text[i]! + text.slice(i + 2),
        text.slice(0, i) + text[i]! + text.slice(i),
      ],
      random,
    );
  });
const turned: Readonly<Record<string, string>> = {
  l: 'r',
  r: 'l',
  left: 'right',
  right: 'left',
  lft: 'rgt',
  rgt: 'lft',
};
const likeCase = (like: string, text: string): string =>
  like === like.toUpperCase()
    ? text.toUpperCase()
    : /^[A-Z]/.test(like)
      ? text[0]!.toUpperCase() + text.slice(1)
      : text;
const generated: Readonly<Partial<Record<Kind, readonly string[]>>> = {
  mesh: ['mesh_', 'Cube.', 'polygon', 'object_', 'Box', 'Solid', 'part', 'item'],
  group: ['group', 'null', 'Group_', 'assembly'],
  joint: ['joint', 'bone_'],
  light: ['light', 'spot'],
};
const other = (sign: string): readonly string[] => ['_', '-', '.', ' '].filter((one) => one !== sign);
const mark = ['_dup', ' copy', '.001', ' (2)', '_copy2'];

export const spoilers: Readonly<Record<string, Spoiler>> = {
  'drop the side': drop('side'),
  'drop the place': drop('place'),
  'drop the number': drop('number'),
  'drop the type': drop('type'),
  'drop the surface': drop('surface'),
  'only what it is': (pieces) =>
    pieces.length > 1
      ? drop('side', 'place', 'number', 'surface', 'type', 'version', 'variant')(pieces, 'mesh', Math.random)
      : null,
  'another case': (pieces) => {
    const name = joinPieces(pieces);
    const upper = name.toUpperCase();
    return upper === name ? name.toLowerCase() : upper;
  },
  'other separators': (pieces, _, random) => {
    const sign = pieces.find((one, i) => i && one.sign)?.sign;
    if (!sign) return null;
    const to = pick(other(sign), random);
    return joinPieces(pieces.map((one) => (one.sign ? { ...one, sign: to } : one)));
  },
  typo,
  'wrong side': (pieces) =>
    change(pieces, 'side', (text) => {
      const to = turned[text.toLowerCase()];
      return to ? likeCase(text, to) : null;
    }),
  'default name': (_, kind, random) => {
    const words = generated[kind];
    return words ? pick(words, random) + String(Math.floor(random() * 90) + 1).padStart(2, '0') : null;
  },
  'left from a copy': (pieces, _, random) => joinPieces(pieces) + pick(mark, random),
  'junk words': (pieces, _, random) =>
    joinPieces(pieces) + (pieces.at(1)?.sign || '_') + pick(['new', 'final', 'old', 'test', 'temp'], random),
  'two faults at once': (pieces, kind, random) => {
    const name = typo(pieces, kind, random);
    return name === null ? null : name + pick(mark, random);
  },
};
