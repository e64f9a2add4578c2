import type { Box } from '../math/box.js';
import type { Mat4, Vec3 } from '../math/mat4.js';
import { identityTransform, sameTransform, type Transform } from '../math/transform.js';
import { Scene } from './scene.js';
import {
  allOn,
  type Attributes,
  type Display,
  type Held,
  type Kind,
  type Mark,
  type Material,
  type ObjectData,
  type ObjectId,
  type SceneLayer,
  type SceneSet,
  type SceneView,
  type Shape,
  type Switches,
} from './scene-object.js';

/** One object of a snapshot; what equals the default is left out. Order is depth first, so parents come first. */
export interface SnapshotRow {
  id: number;
  p?: number;
  n: string;
  k: Kind;
  l?: Transform;
  sh?: number;
  mt?: readonly number[];
  sw?: Switches;
  ly?: string;
  mk?: Mark;
  at?: Attributes;
  rs?: Transform;
  bk?: Mat4;
  ds?: Display;
  ol?: readonly Vec3[];
  src?: number;
  hd?: Held;
}

/** A scene as JSON: what the server stores and the page opens. */
export interface SceneSnapshot {
  renquil: 'scene/1';
  nextId: number;
  shapes: readonly Shape[];
  materials: readonly Material[];
  objects: SnapshotRow[];
  sets?: readonly SceneSet[];
  layers?: readonly SceneLayer[];
  views?: readonly SceneView[];
  /** `Scene.reading`, where it is not 1. */
  reading?: number;
  /** Objects that an animation moves. */
  animated?: readonly number[];
  /** `Scene.motion`. */
  motion?: readonly (readonly [ObjectId, Box])[];
}

/** The whole scene as plain data; opening it again gives an equal scene. */
export function takeSnapshot(scene: Scene): SceneSnapshot {
  const objects: SnapshotRow[] = [];
  for (const object of scene.walk()) {
    const row: SnapshotRow = { id: object.id, n: object.name, k: object.kind };
    if (object.parent !== null) row.p = object.parent;
    if (object.local !== identityTransform && !sameTransform(object.local, identityTransform))
      row.l = object.local;
    if (object.shape !== null) row.sh = object.shape;
    if (object.materials.length) row.mt = object.materials;
    if (object.switches !== allOn && !allSwitchesOn(object.switches)) row.sw = object.switches;
    if (object.layer !== 'Base') row.ly = object.layer;
    if (object.mark) row.mk = object.mark;
    if (Object.keys(object.attributes).length) row.at = object.attributes;
    if (object.rest) row.rs = object.rest;
    if (object.bake) row.bk = object.bake;
    if (object.outline) row.ol = object.outline;
    if (object.display) row.ds = object.display;
    if (object.source !== null) row.src = object.source;
    if (object.held) row.hd = object.held;
    objects.push(row);
  }
  const { nextId, shapes, materials, animated, motion } = scene;
  const made: SceneSnapshot = { renquil: 'scene/1', nextId, shapes, materials, objects };
  if (scene.sets.size) made.sets = [...scene.sets.values()];
  if (scene.layers.size) made.layers = [...scene.layers.values()];
  if (scene.views.size) made.views = [...scene.views.values()];
  if (animated.size) made.animated = [...animated];
  if (motion.size) made.motion = [...motion];
  if (scene.reading > 1) made.reading = scene.reading;
  return made;
}

const allSwitchesOn = (s: Switches): boolean => s.shown && s.pickable && s.rendered && s.goes;

const noAttributes: Attributes = Object.freeze({});
const noMaterials: readonly number[] = Object.freeze([]);

/** An object's data from its row, with what rows leave out. */
export function dataFromRow(row: SnapshotRow): ObjectData {
  // Field by field: a quarter of a million rows are read in one go.
  const data: { -readonly [K in keyof ObjectData]: ObjectData[K] } = {
    id: row.id,
    name: row.n,
    kind: row.k,
    local: row.l ?? identityTransform,
    shape: row.sh ?? null,
    materials: row.mt ?? noMaterials,
    switches: row.sw ?? allOn,
    layer: row.ly ?? 'Base',
    mark: row.mk ?? null,
    attributes: row.at ?? noAttributes,
    rest: row.rs ?? null,
    source: row.src ?? null,
  };
  if (row.bk) data.bake = row.bk;
  if (row.ol) data.outline = row.ol;
  if (row.ds) data.display = row.ds;
  if (row.hd) data.held = row.hd;
  return data;
}

/** A scene with all that a snapshot holds but the objects. */
export function emptyScene({ shapes, materials, animated, motion }: Omit<SceneSnapshot, 'objects'>): Scene {
  return new Scene(shapes, materials, new Set(animated), new Map(motion));
}
/** A scene from its snapshot. */
export function openSnapshot(snapshot: SceneSnapshot): Scene {
  const scene = emptyScene(snapshot);
  for (const row of snapshot.objects) scene.append(dataFromRow(row), row.p ?? null);
  openThings(scene, snapshot);
  return scene;
}
/** What a snapshot holds beside its objects. */
export function openThings(
  scene: Scene,
  { sets, layers, views, nextId, reading = 1 }: Omit<SceneSnapshot, 'objects'>,
): void {
  for (const set of sets ?? []) scene.keepSet(set.name, set);
  for (const layer of layers ?? []) scene.keepLayer(layer.name, layer);
  for (const view of views ?? []) scene.keepView(view.name, view);
  scene.reserveIds(nextId);
  scene.reading = reading;
}
