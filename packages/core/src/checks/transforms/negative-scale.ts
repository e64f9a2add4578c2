import { determinant3 } from '../../math/mat4.js';
import { toMatrix } from '../../math/transform.js';
import { planOnFork } from '../../plans/plan-on-fork.js';
import { planZero } from '../../plans/plan-zero.js';
import { defineCheck } from '../check.js';

/** A local transform that turns handedness: faces look inside out to whoever does not expect it. */
export const negativeScale = defineCheck({
  id: 'negative-scale',
  family: 'transforms',
  title: 'Negative scale',
  severity: 'blocker',
  scope: 'object',
  source: 'glTF 2.0, section 3.7.4 (a negative determinant turns the winding of faces); common practice',
  messages: {
    mirrored: {
      short: 'scale {{scale}} on {{axis}}',
      because:
        '"{{name}}" is mirrored by a scale of {{scale}} on {{axis}}: engines and rigs may show it inside out.',
    },
    turned: {
      short: 'mirrored',
      because: '"{{name}}" is mirrored by its matrix: engines and rigs may show it inside out.',
    },
  },
  evaluate({ name, local }) {
    // A turn leaves handedness alone: of a scale its signs say all.
    const turns = 'm' in local ? determinant3(local.m) : local.s[0] * local.s[1] * local.s[2];
    if (turns >= 0) return null;
    if ('m' in local) return { message: 'turned', data: { name } };
    const axis = local.s.findIndex((n) => n < 0);
    return {
      message: 'mirrored',
      data: { name, axis: 'XYZ'[axis]!, scale: Number(local.s[axis]!.toPrecision(3)) },
    };
  },
  // What hangs below takes the mirroring over, and is worked in as well: all is seen where it was.
  fix({ id }, { scene }) {
    const plan = planOnFork(scene, (fork, run) => {
      for (const { id: at } of [...fork.walk(id)]) {
        if (determinant3(toMatrix(fork.get(at).local)) >= 0) continue;
        const step = planZero(fork, [at], ['scale']);
        if (!step.ok) return step;
        run(step.edits);
      }
    });
    return plan.ok ? plan.edits : null;
  },
});
