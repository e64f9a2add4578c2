import type { Kind } from '../../scene/scene-object.js';
import { defineCheck } from '../check.js';

/** Kinds that may hang under a kind; one that is not listed carries anything. */
const defaults: Readonly<Partial<Record<Kind, readonly Kind[]>>> = {
  camera: ['locator', 'helper'],
  light: ['locator', 'helper'],
  joint: ['joint', 'mesh', 'locator', 'helper', 'control', 'group'],
};

/** Something hangs under what should not carry it. */
export const kindUnder = defineCheck({
  id: 'kind-under',
  family: 'hierarchy',
  title: 'Hangs under the wrong kind',
  severity: 'warning',
  scope: 'object',
  source: 'common practice',
  messages: {
    under: {
      short: '{{kind}} under a {{parentKind}}',
      because: '"{{name}}" is a {{kind}} under a {{parentKind}}, which carries only {{allowed}}.',
    },
  },
  parameters: {
    allowed: {
      type: 'kinds-by-kind',
      shipped: defaults,
      text: 'What may hang under a kind; a kind that is not listed may carry anything.',
    },
  },
  evaluate({ name, kind, parent }, { scene, parameters }) {
    if (parent === null) return null;
    const above = scene.get(parent);
    const allowed = (parameters['allowed'] as Partial<Record<Kind, readonly Kind[]>>)[above.kind];
    if (!allowed || allowed.includes(kind)) return null;
    // The parent is told by its kind: its name may change without this object being asked again.
    return {
      message: 'under',
      data: { name, kind, parentKind: above.kind, allowed: allowed.join(', ') || 'nothing' },
    };
  },
});
