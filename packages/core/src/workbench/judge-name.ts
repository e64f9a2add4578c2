import { toFinding, type CheckContext, type Finding } from '../checks/check.js';
import { isAmongSiblings } from '../checks/names/not-unique.js';
import { checkRegistry } from '../checks/registry.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { SceneObject } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

const alone = checkRegistry.filter((check) => check.family === 'names' && check.scope === 'object');

/**
 * What would be wrong with a name if the object had it: the first finding of the checks that look at nothing else, or
 * that another object has the name already (`gone` lists objects that give their name up in the same edit).
 */
export function judgeName(
  { scene, convention }: { readonly scene: Scene; readonly convention: CompiledConvention },
  object: SceneObject,
  name: string,
  gone: ReadonlyMap<number, string> = new Map(),
): Finding | null {
  const context: CheckContext = { scene, convention, parameters: {} };
  const renamed = { ...object, name };
  for (const check of alone) {
    const setting = convention.source.checks?.[check.id];
    if (setting?.severity === 'off') continue;
    const report = check.evaluate(renamed, {
      ...context,
      parameters: { ...check.defaults, ...setting?.parameters },
    });
    if (report) return toFinding(check, object.id, setting?.severity ?? check.severity, report);
  }
  const unique = convention.source.checks?.['not-unique'];
  if (unique?.severity === 'off') return null;
  const siblingsOnly = isAmongSiblings(unique?.parameters);
  for (const id of scene.withName(name)) {
    if (id === object.id || scene.get(id).held || (gone.get(id) ?? name) !== name) continue;
    if (siblingsOnly && scene.get(id).parent !== object.parent) continue;
    return {
      check: 'not-unique',
      severity: unique?.severity ?? 'blocker',
      object: object.id,
      messageId: 'taken',
      message: 'taken',
      because: `Another object is called "${name}".`,
      fixable: false,
    };
  }
  return null;
}
