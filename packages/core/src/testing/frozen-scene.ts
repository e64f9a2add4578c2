import type { Scene } from '../scene/scene.js';

const changing = [
  'patch',
  'reparent',
  'insert',
  'append',
  'remove',
  'keepSet',
  'keepLayer',
  'keepView',
  'renameThing',
] as const;

/**
 * The scene, so that whoever changes it is found out: its members for edits throw, and its objects and their lists of
 * children are frozen. Forks of it may be changed.
 */
export function frozenScene(scene: Scene): Scene {
  for (const name of changing)
    Object.defineProperty(scene, name, {
      value: () => {
        throw new TypeError(`a frozen scene was changed: ${name}`);
      },
    });
  for (const object of scene.walk()) {
    Object.freeze(object);
    Object.freeze(object.children);
    Object.freeze(object.attributes);
  }
  Object.freeze(scene.roots);
  return scene;
}
