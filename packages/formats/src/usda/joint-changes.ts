import { sameTransform } from '@renquil/core/math';
import type { SceneObject } from '@renquil/core/scene';
import type { UsdaScene } from './read-usda.js';
import { isPrimName } from './parse-usda.js';
import type { UsdaJoint } from './usda-skeletons.js';
import { wordsOf } from './usda-words.js';
import { isObject } from '../gltf/guards.js';

/** What became of the joints of a layer. Their names and what is said of them go back; where they stand is the rig's. */
export class JointChanges {
  /** By the number of the joint. */
  readonly #objects = new Map<number, SceneObject>();
  constructor(
    readonly opened: UsdaScene,
    readonly before: (object: SceneObject) => SceneObject,
    readonly refuse: (detail: string) => never,
  ) {}
  /** Takes an object, if it is a joint. */
  take(object: SceneObject): boolean {
    const { places, joints } = this.opened.outline;
    if (object.source === null || object.source < places.length || !joints[object.source - places.length])
      return false;
    this.#objects.set(object.source - places.length, object);
    return true;
  }
  get isEmpty(): boolean {
    return !this.#objects.size;
  }

  /** @param isThere whether a skeleton stayed */
  check(isThere: (place: number) => boolean): void {
    const seen = new Map<string, string>();
    this.opened.outline.joints.forEach((joint, at) => {
      const object = this.#objects.get(at);
      const path = `${this.opened.stage.namespace.pathOf(joint.skeleton)}: ${joint.path}`;
      if (!object) {
        if (isThere(joint.skeleton)) this.refuse(`the joint "${path}" was taken out of its skeleton`);
        return;
      }
      const before = this.before(object);
      if (!isThere(joint.skeleton) || object.parent !== before.parent)
        this.refuse(`the joint "${path}" was moved, and joints stay where their rig has them`);
      if (!sameTransform(before.local, object.local))
        this.refuse(`the joint "${path}" was placed anew, and joints stay where their rig has them`);
      if (object.name === joint.name) return void seen.set(`${object.parent} ${object.name}`, path);
      if (!isPrimName(object.name))
        this.refuse(
          `"${object.name}" cannot be the name of a joint: letters, digits and "_" only, no digit first`,
        );
      const key = `${object.parent} ${object.name}`;
      if (seen.has(key)) this.refuse(`two joints would be called "${object.name}" in one place`);
      seen.set(key, path);
    });
  }
  /** New paths of joints by their old ones, of the skeletons in which any is renamed. */
  renames(): Map<number, Map<string, string>> {
    const now: string[] = [];
    const found = new Map<number, Map<string, string>>();
    const changed = new Set<number>();
    this.opened.outline.joints.forEach((joint, at) => {
      const path = this.#pathNow(joint, this.#objects.get(at)?.name ?? joint.name, now);
      now.push(path);
      let of = found.get(joint.skeleton);
      if (!of) found.set(joint.skeleton, (of = new Map<string, string>()));
      of.set(joint.path, path);
      if (path !== joint.path) changed.add(joint.skeleton);
    });
    return new Map([...found].filter(([skeleton]) => changed.has(skeleton)));
  }
  /** Names between a joint and the one that is listed above it stay as they are. */
  #pathNow({ path, parent }: UsdaJoint, name: string, now: readonly string[]): string {
    const above = parent < 0 ? '' : this.opened.outline.joints[parent]!.path;
    const between = path.slice(above.length, path.lastIndexOf('/') + 1);
    return (parent < 0 ? '' : now[parent]!) + between + name;
  }
  /** What Renquil keeps of the joints of a skeleton, by their new paths; null: what it kept before. */
  words(skeleton: number, kept: unknown): Record<string, unknown> | null {
    if (this.isEmpty) return null;
    const old = isObject(kept) ? kept : {};
    const now: Record<string, unknown> = Object.create(null) as Record<string, unknown>;
    const paths = this.renames().get(skeleton);
    let isSame = true;
    this.opened.outline.joints.forEach((joint, at) => {
      const object = this.#objects.get(at);
      if (joint.skeleton !== skeleton || !object) return;
      const was = isObject(old[joint.path]) ? (old[joint.path] as Record<string, unknown>) : {};
      const words = wordsOf(object, this.before(object), was) ?? was;
      const path = paths?.get(joint.path) ?? joint.path;
      if (words !== was || (path !== joint.path && joint.path in old)) isSame = false;
      if (Object.keys(words).length) now[path] = words;
    });
    return isSame ? null : now;
  }
}
