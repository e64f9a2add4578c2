import { checkRegistry, type Severity } from '@renquil/core/checks';
import { readOwn } from '@renquil/core/own-json';
import type { Sql } from './database.js';

/** How scenes stood when a day ended. */
export interface TrendDay {
  readonly day: string;
  readonly named: number;
  readonly fitting: number;
  readonly found: Readonly<Record<Severity, number>> | null;
}
/** What was found day by day. */
export interface Trends {
  readonly days: readonly TrendDay[];
  readonly checks: readonly {
    readonly check: string;
    readonly title: string;
    readonly found: (number | null)[];
  }[];
}
/** What is kept of a day beside the names. */
export interface DayCounts {
  readonly counts: Readonly<Record<Severity, number>>;
  readonly byCheck: Readonly<Record<string, number>>;
  readonly titles?: Readonly<Record<string, string>>;
}
interface DayRow {
  readonly scene_id: number;
  readonly day: string;
  readonly named: number;
  readonly fitting: number;
  readonly counts: string | null;
}
const columns = `d.scene_id, DATE_FORMAT(d.day, '%Y-%m-%d') AS day, d.named, d.fitting, d.counts
  FROM standing_day d JOIN scene s ON s.id = d.scene_id WHERE s.project_id = ? AND s.binned_at IS NULL AND (? IS NULL OR s.id = ?)`;

/**
 * How a project, or one scene of it, stood on each of the last days, from the first that is known on to today. A scene
 * counts as it last stood; before its first day it counts nothing.
 */
export async function listTrends(
  sql: Sql,
  project: number,
  { days, scene }: { readonly days: number; readonly scene: number | null },
): Promise<Trends> {
  const [{ today }] = (await sql.rows<{ today: string }>(
    "SELECT DATE_FORMAT(UTC_DATE(), '%Y-%m-%d') AS today",
  )) as [{ today: string }];
  // How each scene stood when the window opens.
  const before = await sql.rows<DayRow>(
    `SELECT ${columns} AND d.day = (SELECT MAX(e.day) FROM standing_day e WHERE e.scene_id = d.scene_id AND e.day <= UTC_DATE() - INTERVAL ? DAY)`,
    [project, scene, scene, days],
  );
  const sum = new DaySum();
  for (const row of before) sum.put(row);
  const opens = dayBefore(today, days - 1);
  const first = before.length ? opens : await firstDay(sql, project, scene, opens);
  if (first === null) return { days: [], checks: [] };
  const made: TrendDay[] = [];
  const byCheck = new Map<string, (number | null)[]>();
  for (let day = first; day <= today; day = dayBefore(day, -1)) {
    // A day at a time: a year of a large project does not stand in memory, and others are answered between.
    const rows = await sql.rows<DayRow>(`SELECT ${columns} AND d.day = ?`, [project, scene, scene, day]);
    for (const row of rows) sum.put(row);
    made.push({ day, ...sum.now() });
    for (const [check, count] of sum.checks()) {
      let list = byCheck.get(check);
      // What was not found until now was found nought times.
      if (!list) byCheck.set(check, (list = made.slice(0, -1).map(({ found }) => (found ? 0 : null))));
      list.push(count);
    }
    for (const list of byCheck.values())
      if (list.length < made.length) list.push(made.at(-1)!.found ? 0 : null);
  }
  const checks = [...byCheck].map(([check, found]) => ({ check, title: sum.titleOf(check), found }));
  const most = (found: readonly (number | null)[]): number => Math.max(...found.map((n) => n ?? 0));
  checks.sort((a, b) => (b.found.at(-1) ?? 0) - (a.found.at(-1) ?? 0) || most(b.found) - most(a.found));
  return { days: made, checks };
}

/** The first day since another that anything is known of; null: none. */
async function firstDay(
  sql: Sql,
  project: number,
  scene: number | null,
  since: string,
): Promise<string | null> {
  const row = await sql.one<{ day: string | null }>(
    `SELECT DATE_FORMAT(MIN(d.day), '%Y-%m-%d') AS day FROM standing_day d JOIN scene s ON s.id = d.scene_id
     WHERE s.project_id = ? AND s.binned_at IS NULL AND (? IS NULL OR s.id = ?) AND d.day >= ?`,
    [project, scene, scene, since],
  );
  return row?.day ?? null;
}

/** Versions and hand-offs of the last days, oldest first. */
export function listMarks(
  sql: Sql,
  project: number,
  { days, scene }: { readonly days: number; readonly scene: number | null },
): Promise<{ day: string; what: 'version' | 'handoff'; scene: string; number: number }[]> {
  const of = (table: string): string => `FROM ${table} t JOIN scene s ON s.id = t.scene_id
    WHERE s.project_id = ? AND s.binned_at IS NULL AND (? IS NULL OR s.id = ?) AND t.created_at > UTC_DATE() - INTERVAL ? DAY`;
  return sql.rows(
    `SELECT DATE_FORMAT(t.created_at, '%Y-%m-%d') AS day, 'version' AS what, s.name AS scene, t.number AS number ${of('version')}
     UNION ALL SELECT DATE_FORMAT(t.created_at, '%Y-%m-%d'), 'handoff', s.name, t.revision ${of('handoff')} ORDER BY day, what, scene, number LIMIT 2000`,
    [project, scene, scene, days, project, scene, scene, days],
  );
}

/** The sum over scenes, each as it last stood: a row takes the place of what was known of its scene. */
class DaySum {
  readonly #of = new Map<number, { row: DayRow; counts: DayCounts | null }>();
  readonly #titles = new Map(checkRegistry.map(({ id, title }) => [id, title] as const));
  #named = 0;
  #fitting = 0;
  #known = 0;
  readonly #severities = { blocker: 0, warning: 0, note: 0 };
  readonly #checks = new Map<string, number>();

  put(row: DayRow): void {
    const before = this.#of.get(row.scene_id);
    if (before) this.#add(before, -1);
    const now = { row, counts: row.counts === null ? null : readOwn<DayCounts>(row.counts) };
    this.#of.set(row.scene_id, now);
    this.#add(now, 1);
    for (const [check, title] of Object.entries(now.counts?.titles ?? {})) this.#titles.set(check, title);
  }
  #add({ row, counts }: { row: DayRow; counts: DayCounts | null }, by: 1 | -1): void {
    this.#named += by * row.named;
    this.#fitting += by * row.fitting;
    if (!counts) return;
    this.#known += by;
    for (const severity of ['blocker', 'warning', 'note'] as const)
      this.#severities[severity] += by * counts.counts[severity];
    for (const [check, count] of Object.entries(counts.byCheck)) {
      const sum = (this.#checks.get(check) ?? 0) + by * count;
      if (sum) this.#checks.set(check, sum);
      else this.#checks.delete(check);
    }
  }
  /** A sum over scenes of which some are not known is none. */
  now(): Omit<TrendDay, 'day'> {
    const isKnown = this.#known === this.#of.size;
    return { named: this.#named, fitting: this.#fitting, found: isKnown ? { ...this.#severities } : null };
  }
  checks(): ReadonlyMap<string, number> {
    return this.#known === this.#of.size ? this.#checks : new Map();
  }
  titleOf(check: string): string {
    return this.#titles.get(check) ?? check;
  }
}

/** The day so many days before another; both as `2026-11-30`. */
function dayBefore(day: string, days: number): string {
  return new Date(Date.parse(day) - days * 86_400_000).toISOString().slice(0, 10);
}
