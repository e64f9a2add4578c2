import type { EditKind, Edit } from '../edits/edit.js';
import { identityTransform } from '../math/transform.js';
import { branchOf } from '../scene/branch.js';
import type { Scene } from '../scene/scene.js';
import { allOn } from '../scene/scene-object.js';
import { sceneFromOutline } from './outline.js';

/** The scene that the samples below apply to. */
export const sampleScene = (): Scene =>
  sceneFromOutline(`
    root : control
      body : mesh @1,2,3
      arm
        hand : mesh
    loose : mesh
  `);

const moved = { t: [1, 0, 0], r: [0, 0, 0, 1], s: [2, 2, 2] } as const;

/** Samples of every kind of edit for the shared laws; an empty list fails them. */
export const editSamples: Record<EditKind, (scene: Scene) => Edit[]> = {
  attribute: () => [
    { kind: 'attribute', object: 2, key: 'lodDistance', to: 12.5 },
    { kind: 'attribute', object: 2, key: 'nested', to: { a: [1, null, 'x'] } },
  ],
  insert: () => [
    {
      kind: 'insert',
      branch: {
        data: {
          id: 40,
          name: 'new',
          kind: 'group',
          local: identityTransform,
          shape: null,
          materials: [],
          switches: allOn,
          layer: 'Base',
          mark: null,
          attributes: {},
          rest: null,
          source: null,
        },
        children: [],
      },
      parent: 3,
      index: 1,
    },
  ],
  move: (scene) => [
    {
      kind: 'move',
      object: 2,
      from: { parent: 1, index: 0, local: scene.get(2).local },
      to: { parent: 3, index: 0, local: moved },
    },
    {
      kind: 'move',
      object: 4,
      from: { parent: 3, index: 0, local: scene.get(4).local },
      to: { parent: null, index: 0, local: scene.get(4).local },
    },
  ],
  'named-layer': () => [
    { kind: 'named-layer', name: 'Body', from: null, to: { name: 'Body', switches: { shown: false } } },
  ],
  'named-view': () => [
    {
      kind: 'named-view',
      name: 'left',
      from: null,
      to: { name: 'left', hidden: [2], layers: ['Body'], sets: [] },
    },
  ],
  'named-set': () => [
    { kind: 'named-set', name: 'legs', from: null, to: { name: 'legs', how: 'fixed', objects: [2, 4] } },
    { kind: 'named-set', name: 'big', from: null, to: { name: 'big', how: 'live', query: 'faces:>2000' } },
  ],
  remove: (scene) => [{ kind: 'remove', branch: branchOf(scene, 3), parent: 1, index: 1 }],
  rename: () => [{ kind: 'rename', object: 4, from: 'hand', to: 'L_hand001_hide_geo' }],
  'rename-thing': () => [{ kind: 'rename-thing', thing: 'shape', index: 0, from: 'box', to: 'crate' }],
  set: () => [
    { kind: 'set', object: 2, field: 'layer', from: 'Base', to: 'Body' },
    { kind: 'set', object: 2, field: 'mark', from: null, to: { colour: 'blue', word: 'waits' } },
    { kind: 'set', object: 2, field: 'switches', from: allOn, to: { ...allOn, goes: false } },
    { kind: 'set', object: 2, field: 'rest', from: null, to: identityTransform },
    { kind: 'set', object: 2, field: 'materials', from: [], to: [] },
    { kind: 'set', object: 2, field: 'display', from: null, to: 'wire' },
    {
      kind: 'set',
      object: 1,
      field: 'outline',
      from: null,
      to: [
        [0, 0, 1],
        [1, 0, 0],
      ],
    },
    { kind: 'set', object: 2, field: 'shape', from: 0, to: null },
  ],
  transform: (scene) => [{ kind: 'transform', object: 2, from: scene.get(2).local, to: moved }],
};
