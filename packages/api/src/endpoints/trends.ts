import { nullable, optional } from '../shape.js';
import { list, object } from '../objects.js';
import { count, id, integer, oneOf, text } from '../values.js';
import { endpoint } from '../endpoint.js';

const asked = {
  /** How far back, in days; today is one of them. */
  days: optional(integer(1, 400)),
  /** One scene alone; left out: all scenes of the project together. */
  scene: optional(id()),
};
/** How the scenes stood when a day (UTC) ended; of today, how they stand. */
const trendDay = object({
  day: text(),
  named: count(),
  fitting: count(),
  /** Findings that are not waived, by severity; null: of that day only the names are known. */
  found: nullable(object({ blocker: count(), warning: count(), note: count() })),
});
const trendMark = object({
  day: text(),
  what: oneOf('version', 'handoff'),
  scene: text(),
  /** Of a version its number, of a hand-off the revision that went. */
  number: count(),
});
export const trends = object({
  days: list(trendDay),
  /** By check: how many were found on each of the days, null where it is not known. */
  checks: list(object({ check: text(), title: text(), found: list(nullable(count())) })),
  marks: list(trendMark),
  scenes: list(object({ id: id(), name: text() })),
});

export const getTrends = endpoint({
  method: 'get',
  path: '/api/projects/:project/trends',
  needs: 'viewer',
  says: 'What was found, day by day, by severity and by check, with versions and hand-offs; 90 days unless `days` says otherwise. A scene counts as it last stood.',
  query: asked,
  reply: trends,
});

export const getTrendsCsv = endpoint({
  method: 'get',
  path: '/api/projects/:project/trends.csv',
  needs: 'viewer',
  says: 'The same as CSV (RFC 4180): a line a day, a column for each severity and each check.',
  query: asked,
  bytes: 'text/csv',
});
