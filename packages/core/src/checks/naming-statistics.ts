import type { CheckRun } from './check-run.js';
import type { Severity } from './severity.js';
import { checkRegistry } from './registry.js';

/** How a scene stands, in a few numbers: what the library shows. */
export interface NamingStatistics {
  readonly objects: number;
  /** Objects that have a pattern to fit, and how many of them no names-family finding speaks of. */
  readonly named: number;
  readonly fitting: number;
  readonly counts: Readonly<Record<Severity, number>>;
  readonly byCheck: Readonly<Record<string, number>>;
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
  let wrong = 0;
  for (const id of run.objects()) {
    let stops = false;
    for (const { check, severity } of run.checksOf(id)) {
      counts[severity]++;
      byCheck[check.id] = (byCheck[check.id] ?? 0) + 1;
      stops ||= nameChecks.has(check.id);
    }
    if (stops) wrong++;
  }
  return { objects: run.scene.size, named: run.scene.size, fitting: run.scene.size - wrong, counts, byCheck };
}
