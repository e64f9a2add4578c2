import type { CheckRun } from '../checks/check-run.js';
import type { Severity } from '../checks/severity.js';
import { checkRegistry } from '../checks/registry.js';
import { staysHome } from './stays-home.js';

/** One line of the gate: a rule, how many objects it was asked of, and how many it found wrong. */
export interface GateLine {
  readonly check: string;
  readonly title: string;
  readonly severity: Severity;
  readonly asked: number;
  readonly wrong: number;
}
/** Whether a scene may be handed off, and what keeps it. */
export interface Gate {
  readonly passes: boolean;
  readonly blockers: number;
  readonly warnings: number;
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
  const wrong = new Map<string, number>();
  const counts = { blocker: home.takenAlong.length, warning: 0, note: 0 };
  for (const object of going) {
    for (const { check, severity } of run.checksOf(object.id)) {
      wrong.set(check.id, (wrong.get(check.id) ?? 0) + 1);
      counts[severity]++;
    }
  }
  const lines: GateLine[] = checkRegistry
    .filter((check) => run.asks(check.id))
    .map((check) => ({
      check: check.id,
      title: check.title,
      severity: (convention.source.checks?.[check.id]?.severity as Severity | undefined) ?? check.severity,
      asked: going.length,
      wrong: wrong.get(check.id) ?? 0,
    }));
  const real: GateLine = {
    check: 'helper-branch',
    title: 'Only helpers stay home',
    severity: 'blocker',
    asked: home.all.size,
    wrong: home.takenAlong.length,
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
    lines: [...lines, real],
    goes: {
      objects: going.length,
      faces: going.reduce((sum, o) => sum + (o.shape === null ? 0 : (scene.shapes[o.shape]?.faces ?? 0)), 0),
      materials: materials.size,
    },
    stays: { objects: home.all.size, byWhy, takenAlong: home.takenAlong.length },
  };
}
