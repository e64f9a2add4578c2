import type { Scene } from '@renquil/core/scene';
import { changesBetween } from './changes-between.js';
import type { ListedChange } from './change-list.js';

/** What became of a scene and is in no file of a format, counted by what it is; `held`: what the format holds. */
export function leftOf(
  was: Scene,
  scene: Scene,
  held: readonly ListedChange['op'][],
): Readonly<Record<string, number>> {
  const { changes, left = {} } = changesBetween(was, scene);
  const counts: Record<string, number> = { ...left };
  for (const { op } of changes) if (!held.includes(op)) counts[op] = (counts[op] ?? 0) + 1;
  return counts;
}
