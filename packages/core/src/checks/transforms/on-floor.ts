import { worldBounds } from '../../scene/bounds.js';
import { assetRules } from '../../templates/asset-rules.js';
import { defineCheck } from '../check.js';
import { slack } from '../parameter.js';

/** An asset that should stand on the floor hangs above it or sinks into it. */
export const onFloor = defineCheck({
  id: 'on-floor',
  family: 'transforms',
  title: 'Not standing on the floor',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['transform', 'move', 'insert', 'remove', 'attribute', 'set shape', 'set bake'],
  source: 'the template of the asset type; common practice',
  messages: {
    above: {
      short: '{{metres}} m above the floor',
      because: 'The lowest point of "{{name}}" is {{metres}} m above up = 0, and a {{type}} stands on it.',
    },
    below: {
      short: '{{metres}} m in the floor',
      because: 'The lowest point of "{{name}}" is {{metres}} m below up = 0, and a {{type}} stands on it.',
    },
  },
  parameters: {
    slack: slack(0.01, 'How far off the floor an asset may stand.'),
  },
  applies: ({ scene, convention }) =>
    assetRules(scene, convention.source.templates)?.template?.floor === true,
  evaluate({ id, name }, { scene, convention, parameters }) {
    const rules = assetRules(scene, convention.source.templates);
    const box = rules?.root === id ? worldBounds(scene, id) : null;
    if (!rules || !box || Math.abs(box.min[1]) <= (parameters['slack'] as number)) return null;
    const data = { name, type: rules.type, metres: Number(Math.abs(box.min[1]).toPrecision(3)) };
    return { message: box.min[1] > 0 ? 'above' : 'below', data };
  },
});
