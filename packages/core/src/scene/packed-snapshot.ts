import { readJson } from '../own-json.js';
import type { Transform } from '../math/transform.js';
import { Chooser, packTexts, textAt, type Chosen, type PackedTexts } from './packed-texts.js';
import type { Kind } from './scene-object.js';
import type { Scene } from './scene.js';
import { dataFromRow, emptyScene, openThings, type SceneSnapshot, type SnapshotRow } from './snapshot.js';

/**
 * A snapshot as a few flat pieces: it goes from thread to thread by handing them over, where a million small objects would
 * have to be copied. Rows are depth first, as in the snapshot; 0 in `parents`, `shapes` and `sources` is none (ids begin at 1,
 * the other two are one more than they say).
 */
export interface PackedSnapshot {
  /** The snapshot without its objects. */
  readonly head: Omit<SceneSnapshot, 'objects'>;
  readonly ids: Int32Array<ArrayBuffer>;
  readonly parents: Int32Array<ArrayBuffer>;
  readonly names: PackedTexts;
  readonly kinds: Chosen<Kind>;
  readonly layers: Chosen<string>;
  readonly materials: Chosen<readonly number[]>;
  readonly switches: Uint8Array<ArrayBuffer>;
  readonly shapes: Int32Array<ArrayBuffer>;
  readonly sources: Int32Array<ArrayBuffer>;
  /** Which transform a row has, counted from 1; 0: it stays at its parent's, or its matrix is among `more`. */
  readonly placed: Int32Array<ArrayBuffer>;
  /** Ten numbers each: move, turn, scale. */
  readonly locals: Float64Array<ArrayBuffer>;
  /** The rest of the rows that have any, as JSON: each text once, and which of them a row has, counted from 1. */
  readonly more: { readonly at: Int32Array<ArrayBuffer>; readonly json: PackedTexts };
}

/** A snapshot in arrays that another thread takes over without a copy. */
export function packSnapshot({ objects, ...head }: SceneSnapshot): PackedSnapshot {
  const n = objects.length;
  const numbers = (): Int32Array<ArrayBuffer> => new Int32Array(n);
  const [ids, parents, shapes, sources, placed] = [numbers(), numbers(), numbers(), numbers(), numbers()];
  const switches = new Uint8Array(n);
  const [kinds, layers, materials] = [
    new Chooser<Kind>(n),
    new Chooser<string>(n),
    new Chooser<readonly number[]>(n),
  ];
  const names: string[] = [];
  const more = new Chooser<string>(n);
  let moved = 0;
  for (const { l } of objects) if (l && 't' in l) moved++;
  const locals = new Float64Array(moved * 10);
  moved = 0;
  objects.forEach((row, i) => {
    const { id, p, n: name, k, sh, mt, sw, ly, src, l, ...others } = row;
    const parts = l && 't' in l ? l : null;
    const rest: Partial<SnapshotRow> = l && !parts ? { l, ...others } : others;
    ids[i] = id;
    parents[i] = p ?? 0;
    names.push(name);
    kinds.put(i, k, k);
    if (ly !== undefined) layers.put(i, ly, ly);
    if (mt) materials.put(i, mt.join(), mt);
    switches[i] = sw
      ? 16 | (sw.shown ? 1 : 0) | (sw.pickable ? 2 : 0) | (sw.rendered ? 4 : 0) | (sw.goes ? 8 : 0)
      : 0;
    shapes[i] = sh === undefined ? 0 : sh + 1;
    sources[i] = src === undefined ? 0 : src + 1;
    if (parts) {
      locals.set(parts.t, moved * 10);
      locals.set(parts.r, moved * 10 + 3);
      locals.set(parts.s, moved * 10 + 7);
      placed[i] = ++moved;
    }
    for (const _ in rest) {
      const json = JSON.stringify(rest);
      more.put(i, json, json);
      break;
    }
  });
  return {
    head,
    ids,
    parents,
    names: packTexts(names),
    kinds: kinds.made,
    layers: layers.made,
    materials: materials.made,
    switches,
    shapes,
    sources,
    placed,
    locals,
    more: { at: more.made.at, json: packTexts(more.made.values) },
  };
}

/** What can be handed over to another thread, and is then no longer here. */
export function packedBuffers(p: PackedSnapshot): ArrayBuffer[] {
  const { ids, parents, names, kinds, layers, materials, switches, shapes, sources, placed, locals, more } =
    p;
  return [
    ids,
    parents,
    names.ends,
    kinds.at,
    layers.at,
    materials.at,
    switches,
    shapes,
    sources,
    placed,
    locals,
    more.at,
    more.json.ends,
  ].map((piece) => piece.buffer);
}

/**
 * The scene of a packed snapshot, a stretch of rows at a time: between two of them somebody else may have the thread. Yields
 * the rows done.
 */
export function* openPacked(packed: PackedSnapshot, stretch: number): Generator<number, Scene> {
  const { head, ids } = packed;
  const scene = emptyScene(head);
  // Copies say the same of themselves, and nobody writes into what is said: it is read once.
  const read: (Partial<SnapshotRow> | undefined)[] = [];
  for (let i = 0; i < ids.length; i++) {
    const row = rowAt(packed, i);
    const more = packed.more.at[i]! - 1;
    if (more >= 0)
      Object.assign(row, (read[more] ??= readJson(textAt(packed.more.json, more)) as Partial<SnapshotRow>));
    scene.append(dataFromRow(row), row.p ?? null);
    if ((i + 1) % stretch === 0) yield i + 1;
  }
  openThings(scene, head);
  return scene;
}

function rowAt(packed: PackedSnapshot, i: number): SnapshotRow {
  const row: SnapshotRow = {
    id: packed.ids[i]!,
    n: textAt(packed.names, i),
    k: packed.kinds.values[packed.kinds.at[i]! - 1]!,
  };
  const [parent, layer, materials] = [packed.parents[i]!, packed.layers.at[i]!, packed.materials.at[i]!];
  if (parent) row.p = parent;
  if (packed.placed[i]) row.l = localAt(packed.locals, packed.placed[i] - 1);
  if (packed.shapes[i]) row.sh = packed.shapes[i] - 1;
  if (materials) row.mt = packed.materials.values[materials - 1]!;
  const sw = packed.switches[i]!;
  if (sw) row.sw = { shown: !!(sw & 1), pickable: !!(sw & 2), rendered: !!(sw & 4), goes: !!(sw & 8) };
  if (layer) row.ly = packed.layers.values[layer - 1]!;
  if (packed.sources[i]) row.src = packed.sources[i] - 1;
  return row;
}
function localAt(all: Float64Array, place: number): Transform {
  const at = place * 10;
  return {
    t: [all[at]!, all[at + 1]!, all[at + 2]!],
    r: [all[at + 3]!, all[at + 4]!, all[at + 5]!, all[at + 6]!],
    s: [all[at + 7]!, all[at + 8]!, all[at + 9]!],
  };
}
