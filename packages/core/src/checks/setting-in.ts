import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { Check, CheckContext } from './check.js';
import type { Severity } from './severity.js';

/** How a convention has a check asked. */
export interface CheckSetting {
  readonly severity: Severity;
  readonly parameters: CheckContext['parameters'];
}
/** How a convention has a check asked: what it sets, over what the check ships with; null: it is off. */
export function settingIn({ source }: CompiledConvention, check: Check): CheckSetting | null {
  const setting = source.checks?.[check.id];
  if (setting?.severity === 'off' || (check.onRequest && !setting?.severity)) return null;
  return {
    severity: setting?.severity ?? check.severity,
    parameters: { ...check.defaults, ...setting?.parameters },
  };
}
