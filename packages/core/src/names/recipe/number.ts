import { RenquilError } from '../../errors.js';
import { boxCentre } from '../../math/box.js';
import { ownBounds } from '../../scene/bounds.js';
import type { Scene } from '../../scene/scene.js';
import { naturalCompare } from '../natural-order.js';
import type { StepBase, StepDefinition, StepRow } from './step.js';

export interface NumberStep extends StepBase {
  readonly step: 'number';
  readonly start: number;
  readonly by: number;
  readonly digits: number;
  /** In which order the objects are counted; x, y, z: by where they sit in the world. */
  readonly order: 'tree' | 'name' | 'x' | 'y' | 'z';
  /** Where counting begins again. */
  readonly restart: 'never' | 'parent' | 'base';
  /** `end`: after all; `first-word`: after the first word, as in `door001_steel_geo`. */
  readonly at: 'end' | 'last-number' | 'after-word';
  /** The word it follows, for `after-word`. */
  readonly word?: string;
  /** What stands between the name and its number. */
  readonly glue?: string;
}

/** Counts the objects and writes the count into their names, in place of the number that stood there. */
export const numberStep: StepDefinition<NumberStep> = {
  step: 'number',
  run(step, rows, scene) {
    if (step.by === 0) throw new RenquilError('recipe-invalid', { detail: 'numbers cannot go up by 0' });
    const bases = rows.map((row) => takeNumber(step, row.name));
    const names = new Array<string>(rows.length);
    const next = new Map<string, number>();
    for (const i of ordered(step, rows, scene)) {
      const base = bases[i]!;
      const group =
        step.restart === 'base'
          ? `${base.before}\u0000${base.after}`
          : step.restart === 'parent'
            ? String(rows[i]!.object.parent)
            : '';
      const count = next.get(group) ?? step.start;
      next.set(group, count + step.by);
      const digits = String(Math.abs(count)).padStart(step.digits, '0');
      names[i] =
        base.before + (base.before ? (step.glue ?? '') : '') + (count < 0 ? '-' : '') + digits + base.after;
    }
    return names;
  },
};

/** The name in two halves around the place of its number, the old number left out. */
function takeNumber(step: NumberStep, name: string): { before: string; after: string } {
  if (step.at === 'after-word' && step.word) {
    const at = name.toLowerCase().indexOf(step.word.toLowerCase());
    if (at >= 0) {
      const end = at + step.word.length;
      const old = /^[ _.-]?[0-9]+(?![A-Za-z])/.exec(name.slice(end))?.[0] ?? '';
      return { before: name.slice(0, end), after: name.slice(end + old.length) };
    }
  }
  if (step.at === 'last-number') {
    const end = lastDigit(name) + 1;
    if (end > 0) {
      let start = end;
      while (start > 0 && isDigit(name[start - 1]!)) start--;
      return { before: name.slice(0, start), after: name.slice(end) };
    }
  }
  let end = name.length;
  while (end > 0 && isDigit(name[end - 1]!)) end--;
  // A separator that only led to the old number goes with it; it comes back as the glue.
  if (end < name.length) while (end > 1 && /[ _.-]/.test(name[end - 1]!)) end--;
  return { before: name.slice(0, end), after: '' };
}

function isDigit(c: string): boolean {
  return c >= '0' && c <= '9';
}
function lastDigit(name: string): number {
  let at = name.length - 1;
  while (at >= 0 && !isDigit(name[at]!)) at--;
  return at;
}

function ordered(step: NumberStep, rows: readonly StepRow[], scene: Scene): number[] {
  const indexes = rows.map((_, i) => i);
  if (step.order === 'name')
    return indexes.sort((a, b) => naturalCompare(rows[a]!.name, rows[b]!.name) || a - b);
  if (step.order === 'tree') return indexes;
  const axis = { x: 0, y: 1, z: 2 }[step.order] as 0 | 1 | 2;
  const where = rows.map(({ object }) => {
    const box = ownBounds(scene, object.id);
    return box ? boxCentre(box)[axis] : scene.world(object.id)[12 + axis]!;
  });
  return indexes.sort((a, b) => where[a]! - where[b]! || a - b);
}
