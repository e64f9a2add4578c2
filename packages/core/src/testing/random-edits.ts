import type { Edit } from '../edits/edit.js';
import type { Mat4 } from '../math/mat4.js';
import { planMove } from '../plans/plan-move.js';
import { planRemove } from '../plans/plan-remove.js';
import { newGroup } from '../scene/new-group.js';
import type { Scene } from '../scene/scene.js';

/** mulberry32: a small seeded generator, so that a failing run can be run again. */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const someNames = [
  'geo_grp',
  'hips',
  'L_leg',
  'R_leg',
  '',
  'a',
  'b',
  'door',
  'L_door001_steel_geo',
  'group1',
  'x y',
  'cut_vent',
  'body_grp',
  'é',
];

/** What live sets are kept by: each looks at something else. */
const liveQueries = [
  'name:d*',
  'kids:>0',
  'under:b',
  'depth:1',
  'layer:Body',
  'has:lod',
  'side:L',
  'goes:no',
  'shape:door',
  'twin:yes',
  'set:s',
  '-(attr.lod:>0 or kind:joint)',
];

/** One random edit of any kind that applies to the scene as it is. */
export function randomEdit(scene: Scene, random: () => number): Edit[] {
  const objects = [...scene.walk()];
  const any = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  if (!objects.length || random() < 0.15) {
    const parent = objects.length && random() < 0.8 ? any(objects).id : null;
    const data = newGroup(scene.nextId, any(someNames), {
      kind: any(['group', 'group', 'joint', 'light', 'control'] as const),
    });
    const index = Math.floor(random() * (scene.childrenOf(parent).length + 1));
    return [{ kind: 'insert', branch: { data, children: [] }, parent, index }];
  }
  const object = any(objects);
  switch (Math.floor(random() * 12)) {
    case 11: {
      const to = any<Mat4 | null>([null, [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, random() * 4, 0, 0, 1]]);
      return [{ kind: 'set', object: object.id, field: 'bake', from: object.bake ?? null, to }];
    }
    case 10: {
      const to = scene.shapes.length && random() < 0.6 ? 0 : null;
      return [{ kind: 'set', object: object.id, field: 'shape', from: object.shape, to }];
    }
    case 9: {
      const [shape] = scene.shapes;
      return shape
        ? [{ kind: 'rename-thing', thing: 'shape', index: 0, from: shape.name, to: any(someNames) }]
        : [];
    }
    case 0: {
      const plan = planMove(scene, object.id, random() < 0.2 ? null : any(objects).id, {
        keep: random() < 0.5 ? 'local' : 'world',
        index: Math.floor(random() * 4),
      });
      return plan.ok ? plan.edits : [];
    }
    case 1:
      return random() < 0.3 ? planRemove(scene, [object.id]) : [];
    case 2:
      return [
        { kind: 'set', object: object.id, field: 'layer', from: object.layer, to: any(['Base', 'Body']) },
      ];
    case 3: {
      const [key, to] = any([
        ['lod', Math.floor(random() * 3)],
        ['assetType', any(['prop', 'character', 'set'])],
        ['skeleton', any(['webxr-hand', 'vrm-1.0', ''])],
      ] as const);
      const from = object.attributes[key];
      const edit = { kind: 'attribute' as const, object: object.id, key, to };
      return [from === undefined ? edit : { ...edit, from }];
    }
    case 4: {
      const to = {
        t: [random(), random(), random()] as const,
        r: [0, 0, 0, 1] as const,
        s: [1, 1, 1] as const,
      };
      return [{ kind: 'transform', object: object.id, from: object.local, to }];
    }
    case 5: {
      const to = { ...object.switches, shown: random() < 0.5, goes: random() < 0.7 };
      return [{ kind: 'set', object: object.id, field: 'switches', from: object.switches, to }];
    }
    case 6: {
      const from = scene.layers.get('Body') ?? null;
      const to = random() < 0.5 ? null : { name: 'Body', switches: { shown: random() < 0.5 } };
      return [{ kind: 'named-layer', name: 'Body', from, to }];
    }
    case 7: {
      const from = scene.sets.get('s') ?? null;
      const switches = { shown: random() < 0.5 };
      const to =
        random() < 0.5
          ? { name: 's', how: 'fixed' as const, objects: [object.id], switches }
          : { name: 's', how: 'live' as const, query: any(liveQueries), switches };
      return [{ kind: 'named-set', name: 's', from, to }];
    }
    default:
      return [{ kind: 'rename', object: object.id, from: object.name, to: any(someNames) }];
  }
}
