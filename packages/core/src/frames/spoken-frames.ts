import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { defaultSlack, type Frames } from './frame.js';
import { FrameKeeper } from './frame-keeper.js';
import { RememberedWays } from './remembered-ways.js';
import { spokenWays } from './spoken-ways.js';

class SpokenWays extends RememberedWays {
  protected ask(id: ObjectId): number {
    return spokenWays(this.scene.get(id).name);
  }
}
const kept = new WeakMap<Scene, FrameKeeper>();

/** The assets of a scene by what names commonly say, whatever convention they follow. */
export function spokenFrames(scene: Scene): Frames {
  let keeper = kept.get(scene);
  if (!keeper) {
    const said = (): RememberedWays => new SpokenWays(scene);
    keeper = new FrameKeeper(scene, { declared: null, slack: defaultSlack, said, forgets: false });
    kept.set(scene, keeper);
  }
  return keeper.frames();
}

interface Told {
  readonly frames: () => Frames;
  /** Whether they stand in place of all others: they were worked out elsewhere. */
  readonly instead: boolean;
}
const told = new WeakMap<Scene, Told>();

/** For whoever opens a scene and knows more of it than a query can: its frames by its convention, or from elsewhere. */
export function tellFrames(scene: Scene, frames: () => Frames, instead = false): void {
  told.set(scene, { frames, instead });
}
/** What was told of a scene, or of what it was forked from. */
function toldOf(scene: Scene): Told | undefined {
  return told.get(scene) ?? (scene.base ? toldOf(scene.base) : undefined);
}
/** Frames that were worked out elsewhere and stand in place of all others; null: none were told. */
export function toldInstead(scene: Scene): Frames | null {
  const known = toldOf(scene);
  return known?.instead ? known.frames() : null;
}
/** The frames for whoever has no convention at hand: as they were told, else as names commonly say. */
export function framesHere(scene: Scene): Frames {
  return toldOf(scene)?.frames() ?? spokenFrames(scene);
}
