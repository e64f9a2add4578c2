import { mainRoot } from '../../scene/main-root.js';
import type { CountRange } from './count-range.js';
import type { Breach } from './demand.js';
import type { JudgeTogether } from './together-demand.js';

/**
 * So many are there. Those beyond are found, the last by id; where too few are there the first of them is, and where there is
 * none the root that everything hangs under.
 */
export function judgeCount({ least, most, said }: CountRange): JudgeTogether {
  return (scene, ids) => {
    const count = ids.length;
    const breach: Breach = {
      short: `${count} found, ${said}`,
      facts: { count, wanted: said },
    };
    if (count > most) return ids.slice(most).map((id) => [id, breach] as const);
    if (count >= least) return [];
    const at = ids[0] ?? mainRoot(scene) ?? scene.roots[0];
    return at === undefined ? [] : [[at, breach]];
  };
}
