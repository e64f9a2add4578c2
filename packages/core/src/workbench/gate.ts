import type { CheckRun } from '../checks/check-run.js';
import type { Severity } from '../checks/severity.js';
import { staysHome } from './stays-home.js';

/** One line of the gate: a rule, how many objects it was asked of, and how many it found wrong. */
export interface GateLine {
  readonly check: string;
  readonly title: string;
  readonly severity: Severity;
  readonly asked: number;
  readonly wrong: number;
  /** Found too, and let pass; left out: none. */
  readonly waived?: number;
}
/** Whether a scene may be handed off, and what keeps it. */
export interface Gate {
  readonly passes: boolean;
  readonly blockers: number;
  readonly warnings: number;
  /** Findings that are let pass; left out: none. */
  readonly waived?: number;
  readonly lines: readonly GateLine[];
  readonly goes: { readonly objects: number; readonly faces: number; readonly materials: number };
  readonly stays: {
    readonly objects: number;
    readonly byWhy: Readonly<Record<string, number>>;
    readonly takenAlong: number;
  };
}

/** Whether a scene may be handed off. What stays home is not judged, but no real part may be taken along by a helper. */
export function runGate(run: CheckRun): Gate {
  const { scene, convention } = run;
  const home = staysHome(scene, convention);
  const going = [...scene.walk()].filter((object) => !home.all.has(object.id));
  const [wrong, waived] = [new Map<string, number>(), new Map<string, number>()];
  const counts = { blocker: home.takenAlong.length, warning: 0, note: 0 };
  for (const object of going) {
    for (const { check, severity } of run.checksOf(object.id)) {
      const isWaived = run.isWaived(object.id, check.id);
      const of = isWaived ? waived : wrong;
      of.set(check.id, (of.get(check.id) ?? 0) + 1);
      if (isWaived) continue;
      counts[severity]++;
    }
  }
  const lines = run.asked.map(({ check, severity }): GateLine => ({
    check: check.id,
    title: check.title,
    severity,
    asked: going.length,
    wrong: wrong.get(check.id) ?? 0,
    waived: waived.get(check.id) ?? 0,
  }));
  const real: GateLine = {
    check: 'helper-branch',
    title: 'Only helpers stay home',
    severity: 'blocker',
    asked: home.all.size,
    wrong: home.takenAlong.length,
    waived: 0,
  };
  const materials = new Set(going.flatMap((object) => object.materials));
  const byWhy: Record<string, number> = {};
  for (const top of home.tops) {
    const key = top.prefix ? `${top.prefix}*` : top.why;
    byWhy[key] = (byWhy[key] ?? 0) + 1;
  }
  return {
    passes: counts.blocker === 0,
    blockers: counts.blocker,
    warnings: counts.warning,
    waived: [...waived.values()].reduce((sum, n) => sum + n, 0),
    lines: [...lines, real],
    goes: {
      objects: going.length,
      faces: going.reduce((sum, o) => sum + (o.shape === null ? 0 : (scene.shapes[o.shape]?.faces ?? 0)), 0),
      materials: materials.size,
    },
    stays: { objects: home.all.size, byWhy, takenAlong: home.takenAlong.length },
  };
}
