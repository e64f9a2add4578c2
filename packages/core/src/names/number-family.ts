import { remembered } from '../scene/remembered.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** A name in three parts around its last run of digits; no digits: null. */
export interface Numbered {
  readonly before: string;
  readonly digits: string;
  readonly after: string;
}
export function lastNumber(name: string): Numbered | null {
  let end = name.length;
  while (end > 0 && !isDigit(name.charCodeAt(end - 1))) end--;
  if (!end) return null;
  let start = end - 1;
  while (start > 0 && isDigit(name.charCodeAt(start - 1))) start--;
  return { before: name.slice(0, start), digits: name.slice(start, end), after: name.slice(end) };
}
const isDigit = (code: number): boolean => code >= 48 && code <= 57;

export interface FamilyMember {
  readonly id: ObjectId;
  readonly value: number;
  readonly digits: string;
}
export const familyKey = ({ before, after }: Numbered): string => `${before}\u0000${after}`;

/** Names that are the same but for their last number, each list by number; remembered until a name changes. */
export const numberFamilies = remembered(
  (scene: Scene) => scene.namesVersion,
  (scene) => {
    const families = new Map<string, FamilyMember[]>();
    for (const { id, name } of scene.walk()) {
      const parts = lastNumber(name);
      if (!parts) continue;
      const key = familyKey(parts);
      const member = { id, value: Number(parts.digits), digits: parts.digits };
      const known = families.get(key);
      if (known) known.push(member);
      else families.set(key, [member]);
    }
    for (const members of families.values())
      if (members.length > 1) members.sort((a, b) => a.value - b.value);
    return families;
  },
);
