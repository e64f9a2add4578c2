/**
 * Applies a change list to a scene listing: npx tsx apply-changes.ts LISTING CHANGES RESULT
 *
 * The same as apply_changes.py, on nothing but Node: what stands here for the listing is what stands in your program for
 * its scene. What each change says: docs/files.md, "Change list".
 */
import { readFileSync, writeFileSync } from 'node:fs';

type Numbers = readonly number[];
interface Listed {
  id: string | number;
  name: string;
  parent: string | number | null;
  matrix?: Numbers;
  world?: Numbers;
  translation?: Numbers;
  rotation?: Numbers;
  scale?: Numbers;
  materials?: string[];
  [member: string]: unknown;
}
type Transform = { m: Numbers } | { t: Numbers; r: Numbers; s: Numbers };
interface Change {
  op: string;
  object: number;
  objects: number[];
  name: string;
  kind?: string;
  under: number | null;
  after: number | null;
  to: unknown;
  local?: Transform;
  field: string;
  value: unknown;
  was?: unknown;
  path?: string;
}
const identity: Numbers = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];

/** Column-major 4 x 4 matrices: a after b. */
const multiply = (a: Numbers, b: Numbers): number[] =>
  Array.from({ length: 16 }, (_, at) =>
    [0, 1, 2, 3].reduce((sum, k) => sum + a[4 * k + (at % 4)]! * b[4 * (at >> 2) + k]!, 0),
  );

/** Of a transform; the identity where it has none. */
function inverse(m: Numbers): Numbers {
  const [x, y, z, t] = [m.slice(0, 3), m.slice(4, 7), m.slice(8, 11), m.slice(12, 15)];
  const cross = (a: Numbers, b: Numbers): number[] =>
    [0, 1, 2].map((i) => a[(i + 1) % 3]! * b[(i + 2) % 3]! - a[(i + 2) % 3]! * b[(i + 1) % 3]!);
  const dot = (a: Numbers, b: Numbers): number => a.reduce((sum, n, i) => sum + n * b[i]!, 0);
  const rows = [cross(y, z), cross(z, x), cross(x, y)];
  const det = dot(x, rows[0]!);
  if (det === 0) return identity;
  const turned = rows.map((row) => row.map((n) => n / det));
  const columns = [0, 1, 2].flatMap((col) => [...turned.map((row) => row[col]!), 0]);
  return [...columns, ...turned.map((row) => -dot(row, t)), 1];
}
function matrixOf({
  matrix,
  translation: t = [0, 0, 0],
  rotation: r = [0, 0, 0, 1],
  scale: s = [1, 1, 1],
}: Listed): Numbers {
  if (matrix) return matrix;
  const [x, y, z, w] = r as [number, number, number, number];
  return [
    ...[1 - 2 * (y * y + z * z), 2 * (x * y + z * w), 2 * (x * z - y * w)].map((n) => n * s[0]!),
    0,
    ...[2 * (x * y - z * w), 1 - 2 * (x * x + z * z), 2 * (y * z + x * w)].map((n) => n * s[1]!),
    0,
    ...[2 * (x * z + y * w), 2 * (y * z - x * w), 1 - 2 * (x * x + y * y)].map((n) => n * s[2]!),
    0,
    ...t,
    1,
  ];
}

class Scene {
  /** An object's number is its place in the listing, from 1; new ones bring their own. */
  readonly objects = new Map<number, Listed>();
  readonly parent = new Map<number, number | null>();
  readonly children = new Map<number | null, number[]>([[null, []]]);
  readonly ids = new Set<string | number>();
  constructor(objects: readonly Listed[]) {
    const numbers = new Map(objects.map(({ id }, i) => [id, i + 1]));
    objects.forEach((object, i) => {
      this.ids.add(object.id);
      this.objects.set(i + 1, { ...object });
      const under = object.parent === null ? null : numbers.get(object.parent)!;
      this.parent.set(i + 1, under);
      this.below(under).push(i + 1);
    });
    if (objects.some(({ world }) => world)) this.localize();
  }
  below(under: number | null): number[] {
    let list = this.children.get(under);
    if (!list) this.children.set(under, (list = []));
    return list;
  }
  *walk(): Generator<number> {
    const stack = [...this.below(null)].reverse();
    for (let i = stack.pop(); i !== undefined; i = stack.pop()) {
      yield i;
      stack.push(...[...this.below(i)].reverse());
    }
  }
  /** Places in the world become places below the parent, so that moving needs no more than that. */
  localize(): void {
    const worlds = new Map<number | null, Numbers>([[null, identity]]);
    for (const i of this.walk()) {
      const object = this.objects.get(i)!;
      const above = worlds.get(this.parent.get(i)!)!;
      const { world } = object;
      worlds.set(i, world ?? multiply(above, matrixOf(object)));
      if (!world) continue;
      delete object.world;
      object.matrix = multiply(inverse(above), world);
    }
  }
  hang(i: number, under: number | null, after: number | null): void {
    const siblings = this.below(under);
    siblings.splice(after === null ? 0 : siblings.indexOf(after) + 1, 0, i);
    this.parent.set(i, under);
  }
  leave(i: number): void {
    const siblings = this.below(this.parent.get(i)!);
    siblings.splice(siblings.indexOf(i), 1);
  }
  place(i: number, to: Transform): void {
    const { translation: _t, rotation: _r, scale: _s, matrix: _m, ...rest } = this.objects.get(i)!;
    const placed = 'm' in to ? { matrix: to.m } : { translation: to.t, rotation: to.r, scale: to.s };
    this.objects.set(i, { ...rest, ...placed });
  }
  run(change: Change): void {
    const { op, object: i } = change;
    if (op === 'create') {
      let id = i;
      while (this.ids.has(id)) id += 1_000_000;
      this.ids.add(id);
      this.objects.set(i, { id, name: change.name, parent: null, kind: change.kind ?? 'group' });
      this.hang(i, change.under, change.after);
      if (change.local) this.place(i, change.local);
    } else if (op === 'move') {
      this.expect(change, this.parent.get(i));
      this.leave(i);
      this.hang(i, change.under, change.after);
    } else if (op === 'transform') this.place(i, change.to as Transform);
    else if (op === 'rename') {
      this.expect(change, this.objects.get(i)!.name);
      this.objects.get(i)!.name = change.to as string;
    } else if (op === 'remove') {
      for (const gone of change.objects) {
        this.expect(change, this.objects.get(gone)!.name);
        this.leave(gone);
        const branch = [gone];
        for (let at = branch.pop(); at !== undefined; at = branch.pop()) {
          branch.push(...this.below(at));
          this.children.delete(at);
          this.objects.delete(at);
        }
      }
    } else if (op === 'set') this.set(this.objects.get(i)!, change);
    else if (op === 'rename-material') {
      for (const object of this.objects.values())
        if (object.materials)
          object.materials = object.materials.map((name) =>
            name === change.was ? (change.to as string) : name,
          );
    } else throw new Error(`there is no change "${op}" in a list of this kind`);
  }
  set(object: Listed, change: Change): void {
    const { field, value } = change;
    const within = (holder: Record<string, unknown>, member: string): Record<string, unknown> =>
      (holder[member] ??= {}) as Record<string, unknown>;
    const put = (holder: Record<string, unknown>, key: string, usual: unknown): void => {
      this.expect(change, key in holder ? holder[key] : usual);
      if (value === usual) delete holder[key];
      else holder[key] = value;
    };
    if (field.startsWith('attr.')) put(within(object, 'attributes'), field.slice(5), null);
    else if (field === 'layer') put(object, 'layer', 'Base');
    else if (field === 'shown') put(object, 'visible', true);
    else if (field === 'mark') put(within(object, 'renquil'), 'mark', null);
    else put(within(within(object, 'renquil'), 'switches'), field, true);
  }
  /** The scene must be what the list was made for: better to stop than to rename the wrong thing. */
  expect({ was, path }: Change, now: unknown): void {
    if (was !== undefined && JSON.stringify(was) !== JSON.stringify(now))
      throw new Error(`${path}: was to be ${JSON.stringify(was)}, and is ${JSON.stringify(now)}`);
  }
  *listed(): Generator<Listed> {
    for (const i of this.walk()) {
      const parent = this.parent.get(i)!;
      yield { ...this.objects.get(i)!, parent: parent === null ? null : this.objects.get(parent)!.id };
    }
  }
}

const [listingFile, changesFile, resultFile] = process.argv.slice(2);
if (!resultFile) throw new Error('npx tsx apply-changes.ts LISTING CHANGES RESULT');
const listing = JSON.parse(readFileSync(listingFile!, 'utf8')) as { objects: Listed[] };
const { changes } = JSON.parse(readFileSync(changesFile!, 'utf8')) as { changes: Change[] };
const scene = new Scene(listing.objects);
for (const change of changes) scene.run(change);
const objects = [...scene.listed()];
writeFileSync(resultFile, JSON.stringify({ ...listing, objects }));
process.stdout.write(`${changes.length} changes, ${objects.length} objects\n`);
