import type { Scene } from '../scene/scene.js';
import { attributeEdit } from './attribute.js';
import type { Applied, Edit, EditDefinition, EditKind, Touch } from './edit.js';
import { insertEdit } from './insert.js';
import { moveEdit } from './move.js';
import { namedLayerEdit } from './named-layer.js';
import { namedSetEdit } from './named-set.js';
import { namedViewEdit } from './named-view.js';
import { removeEdit } from './remove.js';
import { renameEdit } from './rename.js';
import { renameThingEdit } from './rename-thing.js';
import { setEdit } from './set.js';
import { transformEdit } from './transform.js';

/** The closed set of edits, by kind. A new one is added here and in testing/edit-samples.ts, or the law test fails. */
export const editRegistry: { readonly [K in EditKind]: EditDefinition<Extract<Edit, { kind: K }>> } = {
  attribute: attributeEdit,
  insert: insertEdit,
  move: moveEdit,
  'named-layer': namedLayerEdit,
  'named-set': namedSetEdit,
  'named-view': namedViewEdit,
  remove: removeEdit,
  rename: renameEdit,
  'rename-thing': renameThingEdit,
  set: setEdit,
  transform: transformEdit,
};

const definitionOf = (edit: Edit): EditDefinition<Edit> => editRegistry[edit.kind];

/** Applies one edit, or refuses it and leaves the scene as it was. */
export function applyEdit(scene: Scene, edit: Edit): Applied {
  return definitionOf(edit).apply(scene, edit);
}
/** The edit that takes this one back, once it was applied. */
export function invertEdit(edit: Edit): Edit {
  return definitionOf(edit).invert(edit);
}
/** What edits may have changed: of which objects, whose children, which names. */
export function touchedBy(edits: readonly Edit[]): Touch {
  const touch: Touch = { objects: new Set(), parents: new Set(), names: new Set() };
  for (const edit of edits) definitionOf(edit).touch(edit, touch);
  return touch;
}
