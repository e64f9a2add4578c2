import type { Finding } from '@renquil/core/checks';

/** The worst of some findings; null: there are none. */
export function worst(findings: readonly Finding[]): Finding | null {
  const rank = { blocker: 0, warning: 1, note: 2 };
  return findings.reduce<Finding | null>(
    (best, f) => (best && rank[best.severity] <= rank[f.severity] ? best : f),
    null,
  );
}
