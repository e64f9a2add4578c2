import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { TargetFinding } from './target-finding.js';
import type { TargetBudgets } from './target.js';

/** What goes, counted against what the receiver takes. Bytes are known once the file is written. */
export function judgeBudgets(
  scene: Scene,
  going: readonly ObjectId[],
  budgets: TargetBudgets,
): TargetFinding[] {
  const facesOf = (id: ObjectId): number => {
    const { shape } = scene.get(id);
    return shape === null ? 0 : (scene.shapes[shape]?.faces ?? 0);
  };
  const findings: TargetFinding[] = [];
  const over = (rule: TargetFinding['rule'], n: number, most: number | undefined, what: string): void => {
    if (most !== undefined && n > most)
      findings.push({ rule, objects: [], because: `${n} ${what} go; the receiver takes ${most}.` });
  };
  over('target-objects', going.length, budgets.objects, 'objects');
  const faces = going.reduce((sum, id) => sum + facesOf(id), 0);
  over('target-faces', faces, budgets.faces, 'faces');
  const materials = new Set(going.flatMap((id) => scene.get(id).materials));
  over('target-materials', materials.size, budgets.materials, 'materials');
  const { facesEach } = budgets;
  if (facesEach === undefined) return findings;
  const heavy = going.filter((id) => facesOf(id) > facesEach);
  const [first] = heavy;
  if (first !== undefined)
    findings.push({
      rule: 'target-faces-each',
      objects: heavy,
      because: `"${scene.get(first).name}" has ${facesOf(first)} faces; the receiver takes ${facesEach} each.`,
    });
  return findings;
}
