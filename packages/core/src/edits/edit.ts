import type { Mat4, Vec3 } from '../math/mat4.js';
import type { Transform } from '../math/transform.js';
import type {
  Branch,
  Display,
  Json,
  Mark,
  ObjectId,
  SceneLayer,
  SceneSet,
  SceneView,
  Switches,
} from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** Where an object hangs: its parent (null: a root), its index among the siblings, and its local transform there. */
export interface TreePosition {
  readonly parent: ObjectId | null;
  readonly index: number;
  readonly local: Transform;
}

/** Another name; empty names are allowed. */
export interface RenameEdit {
  readonly kind: 'rename';
  readonly object: ObjectId;
  readonly from: string;
  readonly to: string;
}
/** Another tree position. `from.index` counts with the object in its list, `to.index` with it taken out. */
export interface MoveEdit {
  readonly kind: 'move';
  readonly object: ObjectId;
  readonly from: TreePosition;
  readonly to: TreePosition;
}
/** Insert and remove carry the whole branch, so that each is the other's inverse. */
export interface InsertEdit {
  readonly kind: 'insert';
  readonly branch: Branch;
  readonly parent: ObjectId | null;
  readonly index: number;
}
/** A branch that goes, with all that is needed to put it back. */
export interface RemoveEdit {
  readonly kind: 'remove';
  readonly branch: Branch;
  readonly parent: ObjectId | null;
  readonly index: number;
}
/** Another local transform: metres, a unit quaternion xyzw, scale; relative to the parent. */
export interface TransformEdit {
  readonly kind: 'transform';
  readonly object: ObjectId;
  readonly from: Transform;
  readonly to: Transform;
}
/** What a SetEdit can set. `bake` and `outline` are in the object's own space, in metres; `rest` is local. */
export interface FieldValues {
  readonly switches: Switches;
  readonly layer: string;
  readonly mark: Mark | null;
  readonly materials: readonly number[];
  readonly rest: Transform | null;
  readonly bake: Mat4 | null;
  readonly display: Display | null;
  readonly shape: number | null;
  readonly outline: readonly Vec3[] | null;
}
/** One field of an object. */
export interface SetEdit<F extends keyof FieldValues = keyof FieldValues> {
  readonly kind: 'set';
  readonly object: ObjectId;
  readonly field: F;
  readonly from: FieldValues[F];
  readonly to: FieldValues[F];
}
/** One attribute by key. `undefined` stands for "not there", so that setting a new one can be taken back. */
export interface AttributeEdit {
  readonly kind: 'attribute';
  readonly object: ObjectId;
  readonly key: string;
  readonly from?: Json;
  readonly to?: Json;
}

/** A whole set before and after; null: it is not there. */
export interface NamedSetEdit {
  readonly kind: 'named-set';
  readonly name: string;
  readonly from: SceneSet | null;
  readonly to: SceneSet | null;
}

/** What is known of a layer, before and after; null: nothing. */
export interface NamedLayerEdit {
  readonly kind: 'named-layer';
  readonly name: string;
  readonly from: SceneLayer | null;
  readonly to: SceneLayer | null;
}
/** A saved view before and after; null: it is not there. */
export interface NamedViewEdit {
  readonly kind: 'named-view';
  readonly name: string;
  readonly from: SceneView | null;
  readonly to: SceneView | null;
}

/** A material or shape under another name. */
export interface RenameThingEdit {
  readonly kind: 'rename-thing';
  readonly thing: 'material' | 'shape';
  readonly index: number;
  readonly from: string;
  readonly to: string;
}

/** The smallest thing that changes a scene: plain data that carries what it found and what it leaves. */
export type Edit =
  | RenameThingEdit
  | NamedLayerEdit
  | NamedViewEdit
  | NamedSetEdit
  | RenameEdit
  | MoveEdit
  | InsertEdit
  | RemoveEdit
  | TransformEdit
  | SetEdit
  | AttributeEdit;
/** The `kind` of an edit, by which the registry knows it. */
export type EditKind = Edit['kind'];

/** Why an edit does not apply; `object` is 0 where it is about none. */
export type Refusal = Readonly<{
  code:
    | 'object-missing'
    | 'object-exists'
    | 'expected-other'
    | 'would-cycle'
    | 'parent-missing'
    | 'index-out'
    | 'held';
  object: ObjectId;
  detail: string;
}>;
/** Whether an edit was applied; a refused one left the scene as it was. */
export type Applied = { ok: true } | ({ ok: false } & Refusal);
/** What an edit that was applied answers. */
export const applied: Applied = { ok: true };
/** What an edit that does not apply answers. */
export function refused(code: Refusal['code'], object: ObjectId, detail: string): Applied {
  return { ok: false, code, object, detail };
}

/** What an edit may have changed, for checks and views that follow along. */
export interface Touch {
  readonly objects: Set<ObjectId>;
  /** Objects whose list of children changed. */
  readonly parents: Set<ObjectId | null>;
  readonly names: Set<string>;
}

/** One kind of edit: always these members. Registered in registry.ts; held to the laws of edit-laws.spec.ts. */
export interface EditDefinition<E extends Edit> {
  readonly kind: E['kind'];
  /** Changes the scene, or refuses and leaves it as it was. Refuses when the scene is not what the edit expects. */
  apply(scene: Scene, edit: E): Applied;
  /** The edit that takes this one back. */
  invert(edit: E): Edit;
  touch(edit: E, into: Touch): void;
}
