import { kinds } from '../../scene/scene-object.js';
import { identityTransform, sameTransform } from '../../math/transform.js';
import { defineCheck } from '../check.js';

/** A control, below the root, that is neither at zero nor at its rest. */
export const notZeroed = defineCheck({
  id: 'not-zeroed',
  family: 'transforms',
  title: 'Not zeroed',
  severity: 'warning',
  scope: 'object',
  source: 'common practice',
  messages: {
    moved: {
      short: 'not zeroed',
      because:
        '"{{name}}" is a {{kind}} that stands away from zero and has no rest that it is at: whoever moves it cannot get back.',
    },
  },
  parameters: {
    kinds: { type: 'texts', of: kinds, shipped: ['control'], text: 'Kinds that must rest at zero.' },
  },
  evaluate({ name, kind, parent, local, rest }, { parameters }) {
    if (parent === null || !(parameters['kinds'] as readonly string[]).includes(kind)) return null;
    return sameTransform(local, rest ?? identityTransform)
      ? null
      : { message: 'moved', data: { name, kind } };
  },
  fix: ({ id, local, rest }) => [{ kind: 'set', object: id, field: 'rest', from: rest, to: local }],
});
