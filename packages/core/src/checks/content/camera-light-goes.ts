import { offBy } from '../../scene/switched.js';
import { defineCheck } from '../check.js';
import { keepHome } from '../support/keep-home.js';

/** A camera or a light that is handed off: of an asset they were for looking at it. */
export const cameraLightGoes = defineCheck({
  id: 'camera-light-goes',
  family: 'content',
  title: 'Camera or light left on',
  severity: 'warning',
  scope: 'switches',
  onRequest: true,
  source: 'common practice',
  otherwise: 'Whoever places the asset brings another light or camera into the shot with it.',
  messages: {
    goes: { short: '{{kind}} goes along', because: 'The {{kind}} "{{name}}" is handed off with the asset.' },
  },
  evaluate(object, { scene, convention }) {
    const { name, kind } = object;
    if ((kind !== 'camera' && kind !== 'light') || convention.helperPrefix(name)) return null;
    return offBy(scene, object, 'goes') ? null : { message: 'goes', data: { name, kind } };
  },
  fix: keepHome,
});
