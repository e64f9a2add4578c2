import type { InsertEdit } from '../edits/edit.js';
import { invertAffine, multiply, transformPoint, type Vec3 } from '../math/mat4.js';
import { toMatrix } from '../math/transform.js';
import { uniteBoxes, type Box } from '../math/box.js';
import { worldBounds } from '../scene/bounds.js';
import { mainRoot } from '../scene/main-root.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { firstWord } from './auto-arrange.js';
import type { Plan } from './plan-on-fork.js';
import { freeGroupName } from './free-group-name.js';
import { planGroup } from './plan-group.js';
import { topObjects } from './top-objects.js';

/** How the control is made. */
export interface ControlOptions {
  readonly layer?: string;
  readonly snap?: number;
  /** What stands outside comes along. */
  readonly everything?: boolean;
}

/** How far the footprint stands out around what it carries, as a share of its longer side. */
const margin = 0.06;

/**
 * A control at the floor centre of the objects (the base centre of their bounds), seen as their footprint, with all of
 * them below it. The footprint is a rectangle with cut corners, on the floor. The new object's id is `scene.nextId`.
 */
export function planControl(scene: Scene, objects: Iterable<ObjectId>, options: ControlOptions = {}): Plan {
  const tops = topObjects(scene, options.everything ? scene.roots : objects);
  const name = freeGroupName(scene, controlName(scene, tops));
  const { layer, snap } = options;
  const control = {
    name,
    kind: 'control',
    pivot: 'base',
    ...(layer === undefined ? {} : { layer }),
    ...(snap === undefined ? {} : { snap }),
  } as const;
  const box = tops.reduce<Box | null>((all, id) => uniteBoxes(all, worldBounds(scene, id)), null);
  // Where the group comes to stand decides how the footprint is written in its own space.
  const first = planGroup(scene, tops, control);
  if (!first.ok || !box) return first;
  const made = first.edits[0] as InsertEdit;
  const local = toMatrix(made.branch.data.local);
  const world = made.parent === null ? local : multiply(scene.world(made.parent), local);
  const inverse = invertAffine(world);
  const outline = inverse && footprint(box).map((point) => transformPoint(inverse, point));
  return planGroup(scene, tops, { ...control, ...(outline ? { outline } : {}) });
}

/** In the world, on the floor of the box, counted against the clock from above. */
export function footprint({ min, max }: Box): Vec3[] {
  const [w, d] = [max[0] - min[0], max[2] - min[2]];
  const out = Math.max(w, d, 1e-3) * margin;
  const cut = Math.min(w + 2 * out, d + 2 * out) * 0.15;
  const [x0, x1, z0, z1, y] = [min[0] - out, max[0] + out, min[2] - out, max[2] + out, min[1]];
  return [
    [x0 + cut, y, z1],
    [x1 - cut, y, z1],
    [x1, y, z1 - cut],
    [x1, y, z0 + cut],
    [x1 - cut, y, z0],
    [x0 + cut, y, z0],
    [x0, y, z0 + cut],
    [x0, y, z1 - cut],
  ];
}

/** After what it carries: the first word that says what the largest of it is. */
function controlName(scene: Scene, tops: readonly ObjectId[]): string {
  const size = (id: ObjectId): number => {
    const box = worldBounds(scene, id);
    return box ? [0, 1, 2].reduce((sum, k) => sum + box.max[k]! - box.min[k]!, 0) : 0;
  };
  const largest = [...tops].sort((a, b) => size(b) - size(a))[0];
  const what = largest === undefined ? '' : firstWord(scene.get(largest).name);
  return `${/^[a-z]{2,}$/.test(what) ? what : 'new'}_ctrl`;
}

/** Roots that stand beside the main one and are no helpers: what would stay behind when it is moved. */
export function leftOutside(scene: Scene, convention: CompiledConvention): ObjectId[] {
  const main = mainRoot(scene);
  if (main === null) return [];
  return scene.roots.filter((id) => {
    const { kind, name } = scene.get(id);
    return id !== main && kind !== 'helper' && convention.helperPrefix(name) === null;
  });
}
