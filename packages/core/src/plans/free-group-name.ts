import type { Scene } from '../scene/scene.js';

/** `door_grp`, or the first of `door001_grp`, `door002_grp`... that no object has: the number goes before the type. */
export function freeGroupName(scene: Scene, wanted: string): string {
  if (!scene.withName(wanted).size) return wanted;
  const at = wanted.lastIndexOf('_');
  const [head, type] = [wanted.slice(0, at).replace(/[0-9]+$/, ''), wanted.slice(at)];
  for (let n = 1; ; n++) {
    const name = `${head}${String(n).padStart(3, '0')}${type}`;
    if (!scene.withName(name).size) return name;
  }
}
