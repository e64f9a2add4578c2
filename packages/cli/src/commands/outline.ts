import { kinds, pathOf, type Scene, type SceneObject } from '@renquil/core/scene';
import { printable } from '@renquil/formats';
import type { Command } from '../command.js';
import { oneOf } from '../one-of.js';
import { openFile } from '../scene-file.js';

/** `renquil outline`: the tree of a scene. */
export const outline: Command = {
  name: 'outline',
  says: 'Prints the tree of a scene.',
  usage: 'renquil outline FILE [--format text|json]',
  options: { format: { type: 'string' } },
  files: { least: 1, most: 1 },
  run([file], values, host) {
    const format = oneOf('format', values['format'] ?? 'text', ['text', 'json']);
    const { scene, kind } = openFile(file!, host);
    host.print(format === 'json' ? `${JSON.stringify(asJson(file!, kind, scene))}\n` : asText(scene));
    return 0;
  },
};

function asText(scene: Scene): string {
  let text = '';
  for (const object of scene.walk()) {
    const { faces } = sizeOf(scene, object);
    text += `${'  '.repeat(scene.depthOf(object.id))}${printable(object.name) || '(no name)'}  ${object.kind}${faces ? `, ${faces} faces` : ''}\n`;
  }
  return `${text}${scene.size} objects\n`;
}

function asJson(file: string, format: string, scene: Scene) {
  const counts: Record<string, number> = { objects: scene.size };
  for (const kind of kinds) counts[kind] = 0;
  const objects = [...scene.walk()].map((object) => {
    counts[object.kind]!++;
    return {
      id: object.id,
      parent: object.parent,
      name: object.name,
      path: pathOf(scene, object.id),
      kind: object.kind,
      ...sizeOf(scene, object),
      materials: object.materials.map((at) => scene.materials[at]?.name ?? ''),
      children: object.children.length,
      world: [...scene.world(object.id)],
    };
  });
  return { file, format, counts, objects };
}

function sizeOf(scene: Scene, object: SceneObject): { faces: number; vertices: number } {
  const shape = object.shape === null ? undefined : scene.shapes[object.shape];
  return { faces: shape?.faces ?? 0, vertices: shape?.vertices ?? 0 };
}
