import type { CheckRun } from './check-run.js';
import type { Severity } from './severity.js';
import { checkRegistry } from './registry.js';

/** How a scene stands, in a few numbers: what the library shows. */
export interface NamingStatistics {
  readonly objects: number;
  /** Objects that are named here, and how many of them no names-family finding speaks of. */
  readonly named: number;
  readonly fitting: number;
  readonly counts: Readonly<Record<Severity, number>>;
  readonly byCheck: Readonly<Record<string, number>>;
  /** Findings that are let pass: they are in none of the counts. */
  readonly waived?: number;
  /** What the rules of the house among them are called: their convention may be another one by now. */
  readonly titles?: Readonly<Record<string, string>>;
}

/** Checks that stop a name from fitting; what the others say of it is advice. */
const nameChecks = new Set(
  checkRegistry
    .filter(({ family, severity }) => family === 'names' && severity === 'blocker')
    .map(({ id }) => id),
);

/** Counts what was found in a scene: how many names fit, how much of each severity, how much by each check. */
export function namingStatisticsOf(run: CheckRun): NamingStatistics {
  const counts: Record<Severity, number> = { blocker: 0, warning: 0, note: 0 };
  const byCheck: Record<string, number> = {};
  const titles: Record<string, string> = {};
  let [wrong, waived] = [0, 0];
  for (const id of run.objects()) {
    let stops = false;
    for (const { check, severity } of run.checksOf(id)) {
      if (run.isWaived(id, check.id)) {
        waived++;
        continue;
      }
      counts[severity]++;
      byCheck[check.id] = (byCheck[check.id] ?? 0) + 1;
      if (check.family === 'house') titles[check.id] = check.title;
      stops ||= nameChecks.has(check.id);
    }
    if (stops) wrong++;
  }
  const { size } = run.scene;
  let named = size;
  if (run.scene.hasHeld) for (const { held } of run.scene.walk()) if (held) named--;
  return {
    ...{ objects: size, named, fitting: named - wrong, counts, byCheck },
    ...(waived ? { waived } : {}),
    ...(Object.keys(titles).length ? { titles } : {}),
  };
}
