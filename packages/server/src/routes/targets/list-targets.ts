import { endpoints } from '@renquil/api';
import { readOwn } from '@renquil/core/own-json';
import { shippedTargets, type Target } from '@renquil/core/targets';
import { listTargets } from '../../db/targets.js';
import { defineRoute } from '../../http/route.js';

export const listProjectTargets = defineRoute(endpoints.listProjectTargets, {
  async handle({ project }, { database }) {
    const rows = await listTargets(database, project.id);
    const own = rows.map(({ id, revision, body, author, created_at }) => ({
      ...{ key: String(id), id, revision, author },
      target: readOwn<Target>(body),
      at: created_at,
    }));
    const changed = new Set(rows.map(({ title }) => title));
    const shipped = Object.entries(shippedTargets)
      .filter(([, { title }]) => !changed.has(title))
      .map(([key, target]) => ({ key, id: null, revision: 0, target, author: null, at: null }));
    return { json: { targets: [...shipped, ...own] } };
  },
});
