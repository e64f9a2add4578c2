import { boxSize } from '@renquil/core/math';
import { naturalCompare } from '@renquil/core/names';
import { isInSet, parseQuery } from '@renquil/core/query';
import { ownBounds, type Scene, type SceneObject } from '@renquil/core/scene';
import { count } from '../../ui/count';

/** A column of the ledger in Arrange: what it shows of an object, and what it is sorted by. */
export interface TreeColumn {
  readonly key: string;
  readonly title: string;
  readonly right?: boolean;
  /** Text of a cell; null: the cell is more than text. */
  readonly text: ((scene: Scene, object: SceneObject) => string) | null;
  readonly by: (scene: Scene, object: SceneObject) => number | string;
}

const shapeOf = (scene: Scene, { shape }: SceneObject) => (shape === null ? null : scene.shapes[shape]!);
const number = (
  key: string,
  title: string,
  of: (scene: Scene, object: SceneObject) => number | null,
): TreeColumn => ({
  key,
  title,
  right: true,
  text: (scene, object) => {
    const n = of(scene, object);
    return n === null ? '' : count(n);
  },
  by: (scene, object) => of(scene, object) ?? -1,
});
const words = (
  key: string,
  title: string,
  of: (scene: Scene, object: SceneObject) => string,
): TreeColumn => ({ key, title, text: of, by: of });

/** How far across, metres; of what has no shape, nothing. */
function across(scene: Scene, { id }: SceneObject): number | null {
  const box = ownBounds(scene, id);
  return box ? Math.max(...boxSize(box)) : null;
}

/** Every column there is, in the order they are offered. */
export const treeColumns: readonly TreeColumn[] = [
  number('kids', 'Kids', (_, { children }) => children.length || null),
  number('faces', 'Faces', (scene, object) => shapeOf(scene, object)?.faces ?? null),
  number('verts', 'Vertices', (scene, object) => shapeOf(scene, object)?.vertices ?? null),
  words('layer', 'Layer', (_, { layer }) => layer),
  {
    key: 'switches',
    title: 'Switches',
    text: null,
    by: (_, { switches }) => Object.values(switches).filter((on) => !on).length,
  },
  words('kind', 'Kind', (_, { kind }) => kind),
  words('material', 'Material', (scene, { materials }) =>
    materials.map((at) => scene.materials[at]?.name ?? '').join(', '),
  ),
  words('sets', 'Sets', (scene, object) =>
    [...scene.sets.values()]
      .filter((set) => isInSet(scene, object, set, parseQuery))
      .map((set) => set.name)
      .join(', '),
  ),
  words('mark', 'Mark', (_, { mark }) => mark?.word ?? ''),
  {
    key: 'size',
    title: 'Size',
    right: true,
    text: (scene, object) => {
      const metres = across(scene, object);
      return metres === null ? '' : `${Number(metres.toPrecision(3))} m`;
    },
    by: (scene, object) => across(scene, object) ?? -1,
  },
  words('shape', 'Shape', (scene, object) => shapeOf(scene, object)?.name ?? ''),
];

/** Names by natural order; numbers by value, those without one first. */
export function compareBy(
  scene: Scene,
  column: TreeColumn | 'name',
  down: boolean,
): (a: number, b: number) => number {
  const value = (id: number): number | string =>
    column === 'name' ? scene.get(id).name : column.by(scene, scene.get(id));
  return (a, b) => {
    const [x, y] = [value(a), value(b)];
    const order =
      typeof x === 'number' && typeof y === 'number' ? x - y : naturalCompare(String(x), String(y));
    return down ? -order : order;
  };
}
