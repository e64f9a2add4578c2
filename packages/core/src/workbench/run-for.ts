import { CheckRun } from '../checks/check-run.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { Convention } from '../names/slots/convention.js';
import type { Target } from '../targets/target.js';

/**
 * The convention as a target wants it asked: with its severities in place of the convention's own, of shipped checks and of
 * rules of the house. The same one where it wants nothing else.
 */
export function conventionFor(convention: CompiledConvention, { severities }: Target): CompiledConvention {
  if (!severities || !Object.keys(severities).length) return convention;
  const { source } = convention;
  const checks: Record<string, NonNullable<Convention['checks']>[string]> = { ...source.checks };
  const rules = source.rules?.map((rule) => {
    const severity = severities[rule.id];
    return severity === undefined ? rule : { ...rule, severity };
  });
  for (const [check, severity] of Object.entries(severities))
    if (!rules?.some(({ id }) => id === check)) checks[check] = { ...checks[check], severity };
  return new CompiledConvention({ ...source, checks, ...(rules ? { rules } : {}) });
}
/** A run that asks as a target wants it; the run itself where that is the same. Waivers are to be told again. */
export function runFor(run: CheckRun, target: Target): CheckRun {
  const convention = conventionFor(run.convention, target);
  if (convention === run.convention) return run;
  const made = new CheckRun(run.scene, convention);
  made.all();
  return made;
}
