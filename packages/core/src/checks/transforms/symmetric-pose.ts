import { ownBounds } from '../../scene/bounds.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { boxCentre } from '../../math/box.js';
import type { Vec3 } from '../../math/mat4.js';
import { assetRules } from '../../templates/asset-rules.js';
import { defineCheck } from '../check.js';

/** A right part that does not stand where its left partner, mirrored across X = 0, does. */
export const symmetricPose = defineCheck({
  id: 'symmetric-pose',
  family: 'transforms',
  title: 'Pose not symmetrical',
  severity: 'warning',
  reach: 'scene',
  source: 'the template of the asset type; common practice',
  messages: {
    off: {
      short: '{{metres}} m from its mirror place',
      because:
        '"{{name}}" stands {{metres}} m from where "{{partner}}" is mirrored to, and a {{type}} is modelled in a symmetrical pose.',
    },
  },
  parameters: { slack: 0.002 },
  applies: ({ scene, convention }) =>
    assetRules(scene, convention.source.templates)?.template?.symmetric === true,
  evaluate(object, { scene, convention, parameters }) {
    if (!object.name.startsWith('R_') || object.kind === 'group') return null;
    const partner = [...scene.withName(`L_${object.name.slice(2)}`)];
    if (partner.length !== 1) return null;
    const [here, there] = [middle(scene, object), middle(scene, scene.get(partner[0]!))];
    const metres = Number(
      Math.hypot(here[0] + there[0], here[1] - there[1], here[2] - there[2]).toPrecision(3),
    );
    if (metres <= (parameters['slack'] as number)) return null;
    const type = assetRules(scene, convention.source.templates)?.type ?? '';
    return {
      message: 'off',
      data: { name: object.name, partner: `L_${object.name.slice(2)}`, metres, type },
    };
  },
});

/** Of the shape's bounds; of what has no shape, its pivot. */
function middle(scene: Scene, object: SceneObject): Vec3 {
  const box = ownBounds(scene, object.id);
  return box ? boxCentre(box) : (scene.world(object.id).slice(12, 15) as unknown as Vec3);
}
