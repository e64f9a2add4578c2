import { readJson } from '../../own-json.js';
import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import type { Json } from '../../scene/scene-object.js';
import { defineCheck } from '../check.js';

/** Objects of a kind that must hold a key before their majority counts as agreed, and its share. */
const enough = 5;
const share = 0.8;

/** An attribute whose value is not the agreed one: the convention's, else what most objects of the kind hold. */
export const attributeDiffers = defineCheck({
  id: 'attribute-differs',
  family: 'content',
  title: 'Attribute differs from the agreed value',
  severity: 'warning',
  scope: 'scene',
  isOfItself: true,
  triggeredBy: ['attribute', 'insert', 'remove'],
  source: 'common practice',
  messages: {
    agreed: {
      short: '{{key}} is {{value}}',
      because: '"{{name}}" has {{key}} = {{value}}; {{wanted}} is agreed.',
    },
    odd: {
      short: '{{key}} is {{value}}',
      because:
        '"{{name}}" has {{key}} = {{value}}, and nearly all other {{kind}} objects that have it have {{wanted}}.',
    },
  },
  parameters: {
    agreed: { type: 'values', shipped: {}, text: 'The value that an attribute must have, by its key.' },
    free: { type: 'texts', shipped: [], text: 'Attributes that may have any value.' },
  },
  evaluate({ name, kind, attributes }, { scene, parameters }) {
    const agreed = parameters['agreed'] as Readonly<Record<string, Json>>;
    const free = parameters['free'] as readonly string[];
    for (const key in attributes) {
      const value = JSON.stringify(attributes[key]);
      if (Object.hasOwn(agreed, key)) {
        const wanted = JSON.stringify(agreed[key]);
        if (value !== wanted) return { message: 'agreed', data: { name, key, value, wanted } };
      } else if (!free.includes(key)) {
        const wanted = majorities(scene).get(`${kind} ${key}`);
        if (wanted !== undefined && wanted !== value)
          return { message: 'odd', data: { name, key, value, wanted, kind } };
      }
    }
    return null;
  },
  fix({ id, kind, attributes }, { scene, parameters }) {
    const agreed = parameters['agreed'] as Readonly<Record<string, Json>>;
    for (const key in attributes) {
      const text = Object.hasOwn(agreed, key)
        ? JSON.stringify(agreed[key])
        : majorities(scene).get(`${kind} ${key}`);
      if (text !== undefined && text !== JSON.stringify(attributes[key]))
        return [{ kind: 'attribute', object: id, key, from: attributes[key]!, to: readJson(text) }];
    }
    return null;
  },
});

/** By kind and key: the value that nearly all hold. Counted once for a state of the attributes. */
const majorities = memoizeByVersion(
  (scene) => scene.attributesVersion,
  (scene): ReadonlyMap<string, string> => {
    const counts = new Map<string, Map<string, number>>();
    for (const { kind, attributes } of scene.walk())
      for (const key in attributes) {
        const at = `${kind} ${key}`;
        let values: Map<string, number> | undefined = counts.get(at);
        if (!values) counts.set(at, (values = new Map<string, number>()));
        const value = JSON.stringify(attributes[key]);
        values.set(value, (values.get(value) ?? 0) + 1);
      }
    const values = new Map<string, string>();
    for (const [at, held] of counts) {
      const total = [...held.values()].reduce((sum, n) => sum + n, 0);
      const [value, most] = [...held].reduce((best, one) => (one[1] > best[1] ? one : best));
      if (held.size > 1 && total >= enough && most / total >= share) values.set(at, value);
    }
    return values;
  },
);
