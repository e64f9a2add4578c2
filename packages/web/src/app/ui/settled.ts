import { effect, signal, untracked, type Signal } from '@angular/core';
import type { Scene } from '@renquil/core/scene';

/** How long nothing may have changed before what is only counted is counted again, milliseconds. */
const rest = 180;
/** From so many objects on a walk through all of them is felt. */
export const largeScene = 30_000;

/**
 * Counts the changes of a scene: at once in a small one, in a large one when they rest. What walks the whole of a scene only to
 * say how many of something there are hangs on this, so that an edit itself costs what it changes. -1: not counted yet.
 * `scene` is read to be followed; `turn` puts those who rest at the same time one behind the other. To be called where
 * effects may be.
 */
export function settled(scene: () => Scene, turn = 0): Signal<number> {
  const isLarge = (): boolean => untracked(scene).size > largeScene;
  const seen = signal(isLarge() ? -1 : 0);
  let changes = -1;
  effect((onCleanup) => {
    scene();
    const now = ++changes;
    if (!isLarge()) {
      seen.set(now);
      return;
    }
    const timer = setTimeout(() => seen.set(now), rest + 60 * turn);
    onCleanup(() => clearTimeout(timer));
  });
  return seen.asReadonly();
}
