import { identityTransform, sameTransform } from '../../math/transform.js';
import { mainRoot } from '../../scene/main-root.js';
import { defineCheck } from '../check.js';

/** The main root is moved, turned or scaled: whoever places the asset starts from somewhere else than zero. */
export const rootPlace = defineCheck({
  id: 'root-place',
  family: 'transforms',
  title: 'Root not at the origin',
  severity: 'warning',
  scope: 'roots',
  source: 'common practice',
  messages: {
    away: {
      short: 'root not at origin',
      because:
        '"{{name}}" is the root and has a transform of its own; it should sit at the origin, unturned and unscaled.',
    },
  },
  evaluate(object, { scene }) {
    if (
      object.parent !== null ||
      mainRoot(scene) !== object.id ||
      sameTransform(object.local, object.rest ?? identityTransform)
    )
      return null;
    return { message: 'away', data: { name: object.name } };
  },
});
