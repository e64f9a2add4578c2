import type { ObjectId } from '../../scene/scene-object.js';

/**
 * Of which findings a waiver takes the weight. finding: what one check finds of one object. branch: of it and all below it.
 * query: of whatever a filter finds.
 */
export type WaiverScope =
  | {
      readonly of: 'finding' | 'branch';
      readonly check: string;
      /** Null where only the path is known, as in a file of waivers. */
      readonly object: ObjectId | null;
      /** As `pathOf` says it when the waiver was made: for when the object has another id. */
      readonly path: string;
    }
  | { readonly of: 'query'; readonly check: string; readonly where: string };

/** How long a waiver holds; neither: for good. */
export interface WaiverUntil {
  /** Until that version is saved. */
  readonly version?: number;
  /** That day is the last, `2026-12-24`, in UTC. */
  readonly date?: string;
}
/** What people have agreed to let pass, and why. */
export interface Waiver {
  readonly id: number;
  readonly scope: WaiverScope;
  readonly reason: string;
  readonly until: WaiverUntil;
}
/** When it is asked: the version that was saved last (0: none), and the day in UTC, `2026-12-24`. */
export interface WaiverTime {
  readonly version: number;
  readonly day: string;
}

/** Whether a text is a day that there is, `2026-12-24` (ISO 8601). */
export function isDay(text: string): boolean {
  const at = /^\d{4}-\d\d-\d\d$/.test(text) ? Date.parse(`${text}T00:00:00Z`) : NaN;
  return !Number.isNaN(at) && new Date(at).toISOString().startsWith(text);
}
/** A moment as waivers know it. A scene that was never saved, and a file, have no version. */
export function waiverTime(now: Date, version: number | null = null): WaiverTime {
  return { version: version ?? 0, day: now.toISOString().slice(0, 10) };
}
/** Whether a waiver holds. */
export function holdsAt({ until }: Waiver, { version, day }: WaiverTime): boolean {
  if (until.version !== undefined && version >= until.version) return false;
  return until.date === undefined || day <= until.date;
}
/** `for good`, `until v004`, `up to 2026-12-24`. */
export function sayUntil({ version, date }: WaiverUntil): string {
  const said = [
    ...(version === undefined ? [] : [`until v${String(version).padStart(3, '0')}`]),
    ...(date === undefined ? [] : [`up to ${date}`]),
  ];
  return said.join(', ') || 'for good';
}
