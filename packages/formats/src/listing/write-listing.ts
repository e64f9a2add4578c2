import { sameJson } from '@renquil/core/edits';
import { sameTransform, toMatrix, type Transform } from '@renquil/core/math';
import { allOn, switchNames, type Json, type Scene, type SceneObject } from '@renquil/core/scene';
import { changesBetween } from '../changes/changes-between.js';
import type { WrittenScene } from '../written-scene.js';
import { joinBytes } from '../join-bytes.js';
import { sceneOf } from '../gltf/read-gltf.js';
import type { Gltf } from '../gltf/gltf-json.js';
import type { ListedObject, Listing, ListingHead } from './listing.js';
import { unitsOfListing } from './read-listing.js';

/**
 * The listing that a scene came from, with the scene as it is now in it: objects in the order of the tree, each on a line,
 * with all that it came with but for what was changed. The bytes that came when nothing was.
 */
export function writeListing(bytes: Uint8Array, listing: Listing, scene: Scene, made: Gltf): WrittenScene {
  const was = sceneOf(made);
  const now = new Writer(listing, was, scene).objects();
  const { rests: _rests, looks: _looks, shapes: _shapes, ...left } = changesBetween(was, scene).left ?? {};
  // In the order of the tree, whatever the order was that they came in.
  const order = [...was.walk()].map(({ source }) => listing.objects[source!]);
  const isSame = now.length === order.length && now.every((object, i) => object === order[i]);
  return { bytes: isSame ? bytes : textOf(listing.head, now, listing.isLines), beside: [], left };
}

/** Any scene as a listing: metres, Y up; ids are those of its objects. */
export function listScene(scene: Scene, isLines: boolean): Uint8Array {
  const head: ListingHead = { renquil: 'listing/1', metersPerUnit: 1, up: 'Y' };
  const listing: Listing = { file: '', head, isLines, objects: [] };
  return textOf(head, new Writer(listing, null, scene).objects(), isLines);
}

function textOf(head: ListingHead, objects: readonly ListedObject[], isLines: boolean): Uint8Array {
  const lines = objects.map((object) => JSON.stringify(object));
  const { renquil, ...rest } = head;
  const first = JSON.stringify({ renquil, ...rest });
  const parts = isLines
    ? [first, ...lines]
    : [
        `${first.slice(0, -1)},"objects":[`,
        ...lines.map((line, i) => line + (i + 1 < lines.length ? ',' : '')),
        ']}',
      ];
  // Piece by piece: all of it may be longer than one text can be.
  const encoder = new TextEncoder();
  const pieces: Uint8Array[] = [];
  for (let i = 0; i < parts.length; i += 4096)
    pieces.push(encoder.encode(`${parts.slice(i, i + 4096).join('\n')}\n`));
  return joinBytes(pieces);
}

class Writer {
  readonly #ids = new Map<number, string | number>();
  readonly #taken: Set<string | number>;
  constructor(
    readonly listing: Listing,
    readonly was: Scene | null,
    readonly scene: Scene,
  ) {
    this.#taken = new Set(listing.objects.map(({ id }) => id));
    for (const { id, source } of scene.walk()) {
      const listed = source === null || !was ? undefined : listing.objects[source];
      if (listed) this.#ids.set(id, listed.id);
    }
    for (const { id } of scene.walk()) if (!this.#ids.has(id)) this.#ids.set(id, this.#free(id));
  }
  /** What was made here has the number of its object, or the next that is free. */
  #free(id: number): number {
    let free = id;
    while (this.#taken.has(free)) free += 1_000_000;
    this.#taken.add(free);
    return free;
  }
  objects(): ListedObject[] {
    return [...this.scene.walk()].map((object) => {
      const listed = this.was && object.source !== null ? this.listing.objects[object.source] : undefined;
      const was = listed && this.was!.find(object.source! + 1);
      return listed && was ? this.#changed(object, listed, was) : this.#made(object);
    });
  }
  #made(object: SceneObject): ListedObject {
    return {
      ...this.#head(object),
      kind: object.kind,
      ...this.#placed(object, null),
      ...this.#shape(object),
      ...this.#rest(object),
    };
  }
  #head({ id, name, parent }: SceneObject): Pick<ListedObject, 'id' | 'name' | 'parent'> {
    return { id: this.#ids.get(id)!, name, parent: parent === null ? null : this.#ids.get(parent)! };
  }
  /** As it came, but for the members that say something else now. */
  #changed(object: SceneObject, listed: ListedObject, was: SceneObject): ListedObject {
    const head = this.#head(object);
    const isHead = head.name === listed.name && head.parent === listed.parent;
    const isPlaced =
      sameTransform(object.local, was.local) &&
      (!listed.world || near(this.scene.world(object.id), this.was!.world(was.id)));
    const wears = sameJson(this.#shape(object), this.#shapeOf(this.was!, was));
    const isRest = sameJson(this.#rest(object), this.#rest(was));
    if (isHead && isPlaced && wears && isRest) return listed;
    let out: Record<string, unknown> = { ...listed, ...head };
    const put = (keys: readonly string[], put: object): void => {
      for (const key of keys) delete out[key];
      out = { ...out, ...put };
    };
    if (!isPlaced) put(['translation', 'rotation', 'scale', 'matrix', 'world'], this.#placed(object, listed));
    if (!wears) put(['bounds', 'faces', 'vertices', 'materials'], this.#shape(object));
    if (!isRest) put(['layer', 'visible', 'attributes', 'renquil'], this.#rest(object));
    return out as unknown as ListedObject;
  }
  /** In the words that the object came in: of the world, one matrix, or what it is made of. */
  #placed({ id, local }: SceneObject, listed: ListedObject | null): Partial<ListedObject> {
    const units = unitsOfListing(this.listing);
    if (listed?.world) return { world: units.back(this.scene.world(id)) };
    const own: Transform = units.backTransform(local);
    if ('m' in own || listed?.matrix) return { matrix: toMatrix(own) };
    return {
      ...(own.t.some((n) => n !== 0) ? { translation: own.t } : {}),
      ...(own.r.some((n, i) => n !== (i === 3 ? 1 : 0)) ? { rotation: own.r } : {}),
      ...(own.s.some((n) => n !== 1) ? { scale: own.s } : {}),
    };
  }
  #shape(object: SceneObject): Partial<ListedObject> {
    return this.#shapeOf(this.scene, object);
  }
  #shapeOf(scene: Scene, { shape, materials }: SceneObject): Partial<ListedObject> {
    const worn = shape === null ? null : scene.shapes[shape];
    const names = materials.map((at) => scene.materials[at]!.name);
    const units = unitsOfListing(this.listing);
    const box = worn?.bounds;
    const corner = (v: readonly number[]): number[] => {
      const m = units.back([1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, v[0]!, v[1]!, v[2]!, 1]);
      return [m[12]!, m[13]!, m[14]!];
    };
    const ends = box && [corner(box.min), corner(box.max)];
    return {
      ...(ends
        ? {
            bounds: {
              min: ends[0]!.map((n, i) => Math.min(n, ends[1]![i]!)),
              max: ends[0]!.map((n, i) => Math.max(n, ends[1]![i]!)),
            },
          }
        : {}),
      ...(worn ? { faces: worn.faces, vertices: worn.vertices } : {}),
      ...(names.length ? { materials: names } : {}),
    };
  }
  #rest({ layer, switches, mark, rest, attributes, display }: SceneObject): Partial<ListedObject> {
    const off = switchNames.filter((name) => name !== 'shown' && switches[name] !== allOn[name]);
    const ours = {
      ...(off.length ? { switches: Object.fromEntries(off.map((name) => [name, switches[name]])) } : {}),
      ...(mark ? { mark } : {}),
      ...(rest ? { rest } : {}),
      ...(display ? { display } : {}),
    } as unknown as Record<string, Json>;
    return {
      ...(layer === 'Base' ? {} : { layer }),
      ...(switches.shown ? {} : { visible: false }),
      ...(Object.keys(attributes).length ? { attributes } : {}),
      ...(Object.keys(ours).length ? { renquil: ours } : {}),
    };
  }
}
const near = (a: readonly number[], b: readonly number[]): boolean => a.every((n, i) => n === b[i]);
