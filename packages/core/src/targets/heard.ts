import type { ObjectId } from '../scene/scene-object.js';
import type { Outgoing } from './outgoing.js';
import type { TargetFinding } from './target-finding.js';

/** An object that did not arrive as it was sent. */
export interface HeardChange {
  readonly object: ObjectId;
  readonly sent: string;
  /** What it is called there; null: it did not arrive. */
  readonly arrived: string | null;
  readonly because: string;
}
/** What a receiver last answered. */
export interface Heard {
  readonly receiver: string;
  /** Why it took nothing; null: it took it. */
  readonly refused: string | null;
  readonly changed: readonly HeardChange[];
}

/** What goes, with a word about what the receiver changed the last time and would change again: under the same name. */
export function withHeard(outgoing: Outgoing, heard: Heard | null): Outgoing {
  if (!heard) return outgoing;
  const { scene, without } = outgoing;
  const again = heard.changed.filter(
    ({ object, sent }) => scene.find(object)?.name === sent && !without.has(object),
  );
  const findings: TargetFinding[] = [];
  const [first] = again;
  if (heard.refused !== null)
    findings.push({
      rule: 'receipt-refused',
      objects: [],
      because: `${heard.receiver} said: ${heard.refused}`,
      isWarning: true,
    });
  if (first)
    findings.push({
      rule: 'receipt-changed',
      objects: again.map(({ object }) => object),
      because: `${sayChange(first, heard.receiver)} ${first.because}`.trim(),
      isWarning: true,
    });
  return findings.length ? { ...outgoing, findings: [...outgoing.findings, ...findings] } : outgoing;
}
function sayChange({ sent, arrived }: HeardChange, receiver: string): string {
  return arrived === null
    ? `"${sent}" did not arrive at ${receiver}.`
    : `"${sent}" is "${arrived}" at ${receiver}.`;
}
