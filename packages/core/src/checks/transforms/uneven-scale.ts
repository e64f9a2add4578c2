import { toMatrix } from '../../math/transform.js';
import { defineCheck } from '../check.js';

/** A scale that is not the same on all axes of an object with children: what is turned below it is sheared. */
export const unevenScale = defineCheck({
  id: 'uneven-scale',
  family: 'transforms',
  title: 'Uneven scale above others',
  severity: 'warning',
  scope: 'children',
  source:
    'glTF 2.0, section 3.5.3 (matrices must decompose to T R S, which a shear does not); common practice',
  messages: {
    uneven: {
      short: 'uneven scale',
      because: '"{{name}}" is scaled by {{scale}} and has objects below it: turned ones are sheared.',
    },
  },
  evaluate({ name, local, children }) {
    if (!children.length) return null;
    const m = toMatrix(local);
    const lengths = [0, 4, 8].map((c) => Math.hypot(m[c]!, m[c + 1]!, m[c + 2]!));
    if (Math.max(...lengths) - Math.min(...lengths) <= 1e-4 * Math.max(...lengths)) return null;
    return {
      message: 'uneven',
      data: { name, scale: lengths.map((n) => Number(n.toPrecision(3))).join(', ') },
    };
  },
});
