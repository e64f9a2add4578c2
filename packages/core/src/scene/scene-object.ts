import type { Transform } from '../math/transform.js';
import type { Box } from '../math/box.js';
import type { Mat4, Vec3 } from '../math/mat4.js';

/** Never reused within a scene. Readers give 1, 2, 3... in source order. */
export type ObjectId = number;

/** What an object is. A helper stays home. */
export const kinds = ['mesh', 'group', 'joint', 'control', 'camera', 'light', 'locator', 'helper'] as const;
/** One of them. */
export type Kind = (typeof kinds)[number];

/** Shown, Pickable, Rendered, Goes. */
export const switchNames = ['shown', 'pickable', 'rendered', 'goes'] as const;
/** One of the switches of an object. */
export type SwitchName = (typeof switchNames)[number];
/** Each switch, on or off; what an object itself says, see `offBy` for what rules it. */
export type Switches = Readonly<Record<SwitchName, boolean>>;
/** As every object begins. */
export const allOn: Switches = Object.freeze({ shown: true, pickable: true, rendered: true, goes: true });

/** How an object is drawn; solid unless something says otherwise. */
export const displays = ['solid', 'wire', 'ghost', 'box'] as const;
/** How an object is drawn. */
export type Display = (typeof displays)[number];

/** Any JSON value (RFC 8259). */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };
/** What a studio keeps with an object, by key; goes into the file's extras. */
export type Attributes = Readonly<Record<string, Json>>;

/** A coloured word that somebody put on an object. */
export interface Mark {
  readonly colour: string;
  readonly word: string;
  readonly note?: string;
}

/**
 * What an object is taken over from: another file, or an object of the same scene. Its name and its parent are said in that
 * place; where it stands, that it is not there, and what else is said of it may be said here.
 */
export type Held = { readonly file: string } | { readonly object: ObjectId };

/** What an object is, apart from its place in the tree. */
export interface ObjectData {
  readonly id: ObjectId;
  readonly name: string;
  readonly kind: Kind;
  readonly local: Transform;
  /** Index into the scene's shapes; instances share one. */
  readonly shape: number | null;
  /** Indexes into the scene's materials, in the order of the shape's parts. */
  readonly materials: readonly number[];
  readonly switches: Switches;
  readonly layer: string;
  readonly mark: Mark | null;
  readonly attributes: Attributes;
  readonly rest: Transform | null;
  /** The shape is seen through this before the object's own transform: offset by a pivot, baked, mirrored. Left out: none. */
  readonly bake?: Mat4 | null;
  /** A closed line in the object's own space, metres, that it is seen and grabbed by: the footprint of a control. */
  readonly outline?: readonly Vec3[] | null;
  /** Left out: as its layer or a set says, else solid. */
  readonly display?: Display | null;
  /** Index of the node in the source file; null for objects made here. */
  readonly source: number | null;
  /** Left out: it is the scene's own. */
  readonly held?: Held;
}

/** An object with its place in the tree. */
export interface SceneObject extends ObjectData {
  readonly parent: ObjectId | null;
  readonly children: readonly ObjectId[];
}

/** What a layer or a set does to all its objects: a switch that is off here is off for each of them. */
export interface Ruling {
  readonly switches?: Partial<Switches>;
  readonly display?: Display;
}
/** A named list of objects: picked by hand, or kept by a query. An object can be in many. */
export type SceneSet = Ruling &
  (
    | { readonly name: string; readonly how: 'fixed'; readonly objects: readonly ObjectId[] }
    | { readonly name: string; readonly how: 'live'; readonly query: string }
  );

/**
 * What is known of a layer beyond the objects that name it. `Base` is always there. What is off in a layer is off in
 * those below it too.
 */
export interface SceneLayer extends Ruling {
  readonly name: string;
  readonly colour?: string;
  readonly parent?: string;
}

/** A saved combination of what is shown: what is off, everything else is on. */
export interface SceneView {
  readonly name: string;
  readonly hidden: readonly ObjectId[];
  readonly layers: readonly string[];
  readonly sets: readonly string[];
}

/** What is known of a mesh without its geometry. */
export interface Shape {
  readonly name: string;
  readonly faces: number;
  readonly vertices: number;
  /** Local bounds; null when the shape has no points. */
  readonly bounds: Box | null;
  /** Of the geometry: equal digests are equal points, corners and normals. */
  readonly digest?: string;
  /** Of its points and corners in the file. */
  readonly bytes?: number;
  /** Why its points must stay as they are in the file. */
  readonly fixed?: 'skinned' | 'packed' | 'instanced' | 'listed';
  /** It lies packed in the file: rewritten, it goes out unpacked. */
  readonly packed?: true;
}

/** What is known of an image that a material shows. No size: its bytes were not looked into. */
export interface MaterialImage {
  /** In the file; two materials may show one. */
  readonly index: number;
  readonly name: string;
  readonly width?: number;
  readonly height?: number;
  /** It did not come with the file. */
  readonly missing?: true;
  /** Its bytes are of no image of a kind that glTF has (section 3.8.3, and its extensions for WebP and KTX). */
  readonly unreadable?: true;
}

/** What is known of a material. */
export interface Material {
  readonly name: string;
  /** Linear base colour, red green blue alpha, 0 to 1. */
  readonly colour: readonly [number, number, number, number];
  /** Of all but its name: equal digests look the same. */
  readonly digest?: string;
  /** What its textures show, each image once. */
  readonly images?: readonly MaterialImage[];
}

/** A whole subtree as data: what an insert puts in and a remove takes out. Ids are kept. */
export interface Branch {
  readonly data: ObjectData;
  readonly children: readonly Branch[];
}
