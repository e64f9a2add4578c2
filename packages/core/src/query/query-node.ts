import type { Scene } from '../scene/scene.js';
import type { SceneObject } from '../scene/scene-object.js';

/** Whether an object is one that a query finds. */
export type Query = (scene: Scene, object: SceneObject) => boolean;

/** A text as it stands in a query: in quotes it is taken as it is. */
export interface QueryText {
  readonly text: string;
  readonly quoted: boolean;
}

/**
 * A query as a tree, as deep as its parentheses and dashes (200 at most). `all` of nothing is everything. `at` is where
 * the key stands in the text, from 0.
 */
export type QueryNode =
  | { readonly type: 'all' | 'either'; readonly of: readonly QueryNode[] }
  | { readonly type: 'not'; readonly of: QueryNode }
  | { readonly type: 'name'; readonly value: QueryText }
  | { readonly type: 'key'; readonly key: string; readonly value: QueryText; readonly at: number };

/** Every part of a query that asks something, in the order of the text. */
export function* queryLeaves(node: QueryNode): Generator<Extract<QueryNode, { type: 'name' | 'key' }>> {
  if (node.type === 'name' || node.type === 'key') yield node;
  else if (node.type === 'not') yield* queryLeaves(node.of);
  else for (const one of node.of) yield* queryLeaves(one);
}

/**
 * What else than the object itself a query may look at, so that an edit of one object can change what is found of another:
 * names above it, its level, its children, its side (how the asset lies), its twins, what materials and shapes are called,
 * who is in sets, what stands in slots (a pattern may hang on others), and what only the one who opened the scene knows (findings,
 * what changed).
 */
export type ReadElsewhere =
  'above' | 'level' | 'kids' | 'side' | 'twins' | 'things' | 'sets' | 'slots' | 'told';
