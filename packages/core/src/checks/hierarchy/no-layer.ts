import { kinds } from '../../scene/scene-object.js';
import { defineCheck } from '../check.js';

/** Left in `Base` where the convention wants every object put into a layer. */
export const noLayer = defineCheck({
  id: 'no-layer',
  family: 'hierarchy',
  title: 'In no layer of its own',
  severity: 'note',
  scope: 'object',
  source: 'common practice; the convention asks for it',
  messages: {
    base: { short: 'still in Base', because: '"{{name}}" was put into no layer; it is still in Base.' },
  },
  parameters: {
    kinds: { type: 'texts', of: kinds, shipped: [], text: 'Kinds that must be put into a layer.' },
  },
  applies: ({ parameters }) => (parameters['kinds'] as readonly string[]).length > 0,
  evaluate: ({ name, layer, kind }, { parameters }) =>
    layer === 'Base' && (parameters['kinds'] as readonly string[]).includes(kind)
      ? { message: 'base', data: { name } }
      : null,
});
