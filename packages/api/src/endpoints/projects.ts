import { kinds } from '@renquil/core/scene';
import { nullable, optional } from '../shape.js';
import { list, object } from '../objects.js';
import { count, flag, id, oneOf, text, time } from '../values.js';
import { endpoint, roles } from '../endpoint.js';
import { projectName, sceneSummary } from './shared.js';

export const foundObject = object({
  scene: id(),
  sceneName: text(),
  object: id(),
  name: text(),
  kind: oneOf(...kinds),
});
const auditKind = { kind: optional(oneOf('work', 'people')) };
export const auditLine = object({
  id: id(),
  kind: oneOf('work', 'people'),
  who: text(),
  what: text(),
  scene: nullable(text()),
  at: time(),
});
export const libraryInfo = object({
  project: projectName,
  role: oneOf(...roles),
  scenes: list(sceneSummary),
  trend: list(object({ day: text(), named: count(), fitting: count() })),
  mostWrong: list(object({ check: text(), count: count(), title: text() })),
  lately: list(object({ who: text(), what: text(), scene: nullable(text()), at: time() })),
});

export const createProject = endpoint({
  method: 'post',
  path: '/api/projects',
  needs: 'signed-in',
  says: 'Makes a project, which its maker leads. For whoever set the server up, and leads who were given the right.',
  body: object({ name: text({ min: 1, max: 120, trim: true }) }),
  status: 201,
  reply: object({ slug: text(), name: text() }),
});

export const getAuditCsv = endpoint({
  method: 'get',
  path: '/api/projects/:project/audit.csv',
  needs: 'lead',
  says: 'All of the audit as CSV (RFC 4180), newest first, times in UTC.',
  query: auditKind,
  bytes: 'text/csv',
});

export const getProject = endpoint({
  method: 'get',
  path: '/api/projects/:project',
  needs: 'viewer',
  says: 'The library: scenes with their standing, the trend by day, what is most often wrong, what happened lately.',
  reply: libraryInfo,
});

export const listProjectAudit = endpoint({
  method: 'get',
  path: '/api/projects/:project/audit',
  needs: 'lead',
  says: 'What was done in the project and who tried to get in, newest first, 100 at a time; `before` goes on from the last, `kind` takes `work` or `people` alone.',
  query: { before: optional(id()), ...auditKind },
  reply: object({ lines: list(auditLine), more: flag() }),
});

export const searchProject = endpoint({
  method: 'get',
  path: '/api/projects/:project/search',
  needs: 'viewer',
  says: 'Objects of any scene whose name holds `text`; `*` and `?` are wildcards. At most 100.',
  query: { text: text({ min: 1, max: 200 }) },
  reply: object({ objects: list(foundObject) }),
});

export const changeProject = endpoint({
  method: 'put',
  path: '/api/projects/:project',
  needs: 'lead',
  says: 'Gives the project another name, or archives it: everybody in it still sees all of it, and nothing changes until it is taken out again.',
  body: object(
    { name: optional(text({ min: 1, max: 120, trim: true })), archived: optional(flag()) },
    (joi) => joi.or('name', 'archived'),
  ),
});
