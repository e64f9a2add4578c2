import type { Quat, Vec3 } from '../math/mat4.js';
import type { Transform } from '../math/transform.js';
import { Scene } from '../scene/scene.js';
import { allOn } from '../scene/scene-object.js';

/** A random tree of n objects with turned, moved and, when asked, unevenly or negatively scaled transforms. */
export function randomTree(random: () => number, n: number, scales: 'one' | 'even' | 'any' = 'even'): Scene {
  const scene = new Scene([
    { name: 'box', faces: 12, vertices: 8, bounds: { min: [-1, -1, -1], max: [1, 1, 1] } },
  ]);
  for (let id = 1; id <= n; id++) {
    const parent = id === 1 || random() < 0.12 ? null : 1 + Math.floor(random() * (id - 1));
    const mesh = random() < 0.5;
    scene.append(
      {
        id,
        name: `n${id}`,
        kind: mesh ? 'mesh' : 'group',
        local: randomTransform(random, scales),
        shape: mesh ? 0 : null,
        materials: [],
        switches: allOn,
        layer: 'Base',
        mark: null,
        attributes: {},
        rest: null,
        source: null,
      },
      parent,
    );
  }
  return scene;
}

export function randomTransform(random: () => number, scales: 'one' | 'even' | 'any'): Transform {
  const axis = (size: number): number => (random() * 2 - 1) * size;
  const q: Quat = [axis(1), axis(1), axis(1), axis(1)];
  const length = Math.hypot(...q) || 1;
  const size = 0.3 + random() * 2;
  const s: Vec3 =
    scales === 'one'
      ? [1, 1, 1]
      : scales === 'even'
        ? [size, size, size]
        : [size * (random() < 0.2 ? -1 : 1), 0.3 + random() * 2, 0.3 + random()];
  return { t: [axis(10), axis(10), axis(10)], r: q.map((x) => x / length) as unknown as Quat, s };
}
