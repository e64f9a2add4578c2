import { ownBounds } from '../../scene/bounds.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { boxCentre } from '../../math/box.js';
import type { Vec3 } from '../../math/mat4.js';
import { assetRules } from '../../templates/asset-rules.js';
import { framesOf } from '../../frames/frames-of.js';
import { axesOf, ways } from '../../frames/read-facing.js';
import { spokenWays } from '../../frames/spoken-ways.js';
import { swapSides } from '../../names/sides/swap-sides.js';
import type { CompiledConvention, PatternKey } from '../../names/slots/compiled-convention.js';
import { readName, slotText } from '../../names/slots/read-name.js';
import { defineCheck } from '../check.js';
import { slack } from '../parameter.js';

/** A right part that does not stand where its left partner, mirrored across the plane of its asset, does. */
export const symmetricPose = defineCheck({
  id: 'symmetric-pose',
  family: 'transforms',
  title: 'Pose not symmetrical',
  severity: 'warning',
  scope: 'scene',
  source: 'the template of the asset type; common practice',
  messages: {
    off: {
      short: '{{metres}} m from its mirror place',
      because:
        '"{{name}}" stands {{metres}} m from where "{{partner}}" is mirrored to, and a {{type}} is modelled in a symmetrical pose.',
    },
  },
  parameters: {
    slack: slack(0.002, 'How far off its mirrored place an object may be.'),
  },
  applies: ({ scene, convention }) =>
    assetRules(scene, convention.source.templates)?.template?.symmetric === true,
  evaluate(object, { scene, convention, parameters }) {
    if (object.kind === 'group') return null;
    const left = leftOf(convention, convention.keyOf(scene, object), object.name);
    const partner = left === null ? [] : [...scene.withName(left)];
    if (partner.length !== 1) return null;
    const { facing, side } = framesOf(scene, convention).of(object.id);
    const { axis } = axesOf[facing][0];
    const [here, there] = [middle(scene, object), middle(scene, scene.get(partner[0]!))];
    const off = here.map((value, k) => value + (k === axis ? there[k] - 2 * side.middle : -there[k]!));
    const metres = Number(Math.hypot(...off).toPrecision(3));
    if (metres <= (parameters['slack'] as number)) return null;
    const type = assetRules(scene, convention.source.templates)?.type ?? '';
    return {
      message: 'off',
      data: { name: object.name, partner: left!, metres, type },
    };
  },
});

/** The name of the left one across from a right one; null: the name says no right. */
function leftOf(convention: CompiledConvention, key: PatternKey, name: string): string | null {
  const left = swapSides(convention, key, name);
  if (left === name) return null;
  const slot = convention.slotFor('side', key);
  const reading = readName(convention, key, name);
  const text = slot && reading.fits ? slotText(reading, slot.name) : undefined;
  const isRight = text === undefined ? spokenWays(name) & ways.right : slot!.senses.get(text) === 'right';
  return isRight ? left : null;
}

/** Of the shape's bounds; of what has no shape, its pivot. */
function middle(scene: Scene, object: SceneObject): Vec3 {
  const box = ownBounds(scene, object.id);
  return box ? boxCentre(box) : (scene.world(object.id).slice(12, 15) as unknown as Vec3);
}
