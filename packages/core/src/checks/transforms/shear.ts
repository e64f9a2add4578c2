import type { Mat4 } from '../../math/mat4.js';
import { toMatrix } from '../../math/transform.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck } from '../check.js';

/** Cosines of angles between axes that count as square. */
const square = 1e-4;

/** Turned under an uneven scale: what is seen is sheared, and no T R S can say it. Said at the topmost of a branch. */
export const shear = defineCheck({
  id: 'shear',
  family: 'transforms',
  title: 'Sheared',
  severity: 'warning',
  scope: 'told',
  source: 'glTF 2.0, section 3.5.3: a matrix must decompose to T R S, which a shear does not',
  otherwise:
    'Moved under another parent it cannot keep its look; programs that know T R S only show it otherwise.',
  messages: {
    above: {
      short: 'sheared',
      because: '"{{name}}" is turned under an uneven scale {{levels}} above it, so it is sheared.',
    },
    own: { short: 'sheared by its matrix', because: '"{{name}}" has a matrix of its own that shears it.' },
  },
  *candidates({ scene }) {
    // Whatever may shear, and all below it: each once, however deep they hang in each other.
    const below = new Uint8Array(scene.nextId);
    for (const { id, parent, children, local } of scene.walk()) {
      const isBelow = parent !== null && below[parent] === 1;
      if (isBelow || 'm' in local || (children.length && !isEven(toMatrix(local)))) below[id] = 1;
      if (below[id]) yield id;
    }
  },
  *concernedBy(edits, { scene }) {
    for (const edit of edits)
      if ((edit.kind === 'transform' || edit.kind === 'move') && scene.find(edit.object))
        for (const { id } of scene.walk(edit.object)) yield id;
  },
  evaluate(object, { scene }) {
    if (isSquare(scene.world(object.id))) return null;
    const { parent, name } = object;
    if (!isSquare(toMatrix(object.local))) return { message: 'own', data: { name } };
    if (parent !== null && !isSquare(scene.world(parent))) return null;
    const levels = unevenAbove(scene, object);
    return { message: 'above', data: { name, levels: levels === 1 ? '1 level' : `${levels} levels` } };
  },
});

function unevenAbove(scene: Scene, { id }: SceneObject): number {
  let levels = 0;
  for (const { local } of scene.ancestors(id)) {
    levels++;
    if (!isEven(toMatrix(local))) return levels;
  }
  return levels;
}
const lengthAt = (m: Mat4, c: number): number => Math.hypot(m[c]!, m[c + 1]!, m[c + 2]!);
function isEven(m: Mat4): boolean {
  const lengths = [0, 4, 8].map((c) => lengthAt(m, c));
  return Math.max(...lengths) - Math.min(...lengths) <= square * Math.max(...lengths);
}
/** Whether the axes stand square on each other; one of no length says nothing. */
function isSquare(m: Mat4): boolean {
  const cosine = (a: number, b: number): number => {
    const lengths = lengthAt(m, a) * lengthAt(m, b);
    return lengths ? Math.abs(m[a]! * m[b]! + m[a + 1]! * m[b + 1]! + m[a + 2]! * m[b + 2]!) / lengths : 0;
  };
  return cosine(0, 4) <= square && cosine(0, 8) <= square && cosine(4, 8) <= square;
}
