import { identityTransform } from '../math/transform.js';
import { Scene } from '../scene/scene.js';
import { allOn, kinds, type Attributes, type Kind } from '../scene/scene-object.js';

/**
 * Outline notation: one object a line, two spaces deeper is a child: `name : kind @x,y,z ~sx,sy,sz {json}`. Kind, place, scale and attributes may be left
 * out (group when it has children or no kind is given). A name with blanks at its ends, or empty, stands in quotes.
 */
export function sceneFromOutline(text: string): Scene {
  const lines = text.split('\n').filter((line) => line.trim());
  const indent = lines.reduce(
    (least, line) => Math.min(least, line.length - line.trimStart().length),
    Infinity,
  );
  const scene = new Scene([
    { name: 'box', faces: 12, vertices: 8, bounds: { min: [-1, -1, -1], max: [1, 1, 1] } },
  ]);
  const parents: number[] = [];
  lines.forEach((line, i) => {
    const depth = (line.length - line.trimStart().length - indent) / 2;
    const match =
      /^\s*(?:"([^"]*)"|(.*?))(?:\s+:\s*(\w+))?(?:\s+@([-\d.,e]+))?(?:\s+~([-\d.,e]+))?(?:\s+(\{.*\}))?\s*$/.exec(
        line,
      );
    if (!match || !Number.isInteger(depth) || depth > parents.length)
      throw new Error(`outline line ${i + 1}: ${line}`);
    const kind = (match[3] ?? 'group') as Kind;
    if (!kinds.includes(kind)) throw new Error(`outline line ${i + 1}: no kind ${kind}`);
    const [x = 0, y = 0, z = 0] = (match[4] ?? '').split(',').map(Number);
    const [sx = 1, sy = 1, sz = 1] = match[5] ? match[5].split(',').map(Number) : [];
    const id = i + 1;
    scene.append(
      {
        id,
        name: match[1] ?? match[2] ?? '',
        kind,
        local: match[4] || match[5] ? { t: [x, y, z], r: [0, 0, 0, 1], s: [sx, sy, sz] } : identityTransform,
        shape: kind === 'mesh' || kind === 'helper' ? 0 : null,
        materials: [],
        switches: allOn,
        layer: 'Base',
        mark: null,
        attributes: match[6] ? (JSON.parse(match[6]) as Attributes) : {},
        rest: null,
        source: null,
      },
      depth === 0 ? null : parents[depth - 1]!,
    );
    parents.length = depth;
    parents.push(id);
  });
  return scene;
}

export function outlineOf(scene: Scene): string {
  return [...scene.walk()]
    .map((object) => {
      const name =
        object.name === '' || object.name !== object.name.trim() ? `"${object.name}"` : object.name;
      return (
        '  '.repeat(scene.depthOf(object.id)) + name + (object.kind === 'group' ? '' : ` : ${object.kind}`)
      );
    })
    .join('\n');
}

/** Strips the common indent, so that tables can be written in place. */
export function tidyOutline(text: string): string {
  return outlineOf(sceneFromOutline(text));
}
