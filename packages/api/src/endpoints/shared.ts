import type { NamingStatistics } from '@renquil/core/checks';
import { list, object, record } from '../objects.js';
import { nullable, optional, type Shape } from '../shape.js';
import { count, flag, id, text, time } from '../values.js';

export const projectName = object({
  slug: text(),
  name: text(),
  /** Nothing in it changes. */
  archived: flag(),
});
/** How a scene stands by its checks. */
export const standing: Shape<NamingStatistics, NamingStatistics> = object({
  objects: count(),
  named: count(),
  fitting: count(),
  counts: object({ blocker: count(), warning: count(), note: count() }),
  byCheck: record(count()),
  waived: optional(count()),
  titles: optional(record(text())),
});
export const sceneSummary = object({
  id: id(),
  name: text(),
  sourceName: text(),
  revision: count(),
  objects: count(),
  version: nullable(id()),
  /** Changes since the last saved version. */
  unsaved: count(),
  /** Name of the convention it is held to. */
  convention: text(),
  standing: nullable(standing),
  /** False for the moment between a change and its judgement. */
  judged: flag(),
  /** What the gate says for the targets that it was handed off to; left out: none was asked. */
  ready: optional(list(object({ key: text(), title: text(), blockers: count(), warnings: count() }))),
  updatedAt: time(),
  updatedBy: text(),
});
