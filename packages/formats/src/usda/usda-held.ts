import type { Held, Scene } from '@renquil/core/scene';
import type { UsdaScene } from './read-usda.js';
import { isFromElsewhere } from './usda-outline.js';

/** Tells the objects of a layer which of them are named elsewhere: in another file, or in the prim that they are taken over from. */
export function holdTaken(opened: UsdaScene, scene: Scene): void {
  const { stage, outline } = opened;
  const { namespace } = stage;
  /** Who is held, by its place; undefined: nobody. */
  const heldAt = (place: number): Held | undefined => {
    const [other] = namespace.othersOf(place);
    if (other) return { file: other.file };
    const [from] = stage.isComposed(place) ? stage.takenFrom(place) : [];
    if (from === undefined) return undefined;
    if (namespace.baseOf(from) >= 0)
      return { file: namespace.othersOf(from)[0]?.file ?? opened.stage.layer.file };
    const node = outline.nodeOf[from]!;
    return node >= 0 ? { object: node + 1 } : undefined;
  };
  outline.places.forEach((place, node) => {
    const held = heldAt(place);
    if (held) scene.patch(node + 1, { held });
  });
  const first = outline.places.length + 1;
  const jointAt = new Map(outline.joints.map(({ skeleton, path }, at) => [`${skeleton} ${path}`, at]));
  outline.joints.forEach(({ skeleton, path }, at) => {
    if (!isFromElsewhere(stage, skeleton)) return;
    const [from] = stage.isComposed(skeleton) ? stage.takenFrom(skeleton) : [];
    const source = jointAt.get(`${from} ${path}`);
    const held = source === undefined ? heldAt(skeleton) : { object: first + source };
    if (held) scene.patch(first + at, { held });
  });
}
