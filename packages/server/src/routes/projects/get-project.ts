import { readOwn } from '@renquil/core/own-json';
import { endpoints } from '@renquil/api';
import { checkRegistry, type NamingStatistics } from '@renquil/core/checks';
import { shippedConventions } from '@renquil/core/names';
import { listAudit, listTrend } from '../../db/projects.js';
import { listScenes, type SceneRow } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';
import type { Ready } from '../../tasks/readiness.js';

export function sceneSummary(row: SceneRow) {
  return {
    id: row.id,
    name: row.name,
    sourceName: row.source_name,
    revision: row.revision,
    objects: row.objects,
    version: row.version,
    unsaved: row.version === null ? row.revision : row.revision - (row.version_revision ?? 0),
    convention: row.convention_name ?? shippedConventions[row.shipped_convention ?? 'parts']?.name ?? 'Parts',
    standing: row.standing === null ? null : readOwn<NamingStatistics>(row.standing),
    /** False for the moment between a change and its judgement. */
    judged: row.standing_revision === row.revision,
    ...(row.readiness === null ? {} : { ready: readOwn<Ready[]>(row.readiness) }),
    updatedAt: row.updated_at,
    updatedBy: row.updated_by_name,
  };
}

export const getProject = defineRoute(endpoints.getProject, {
  async handle({ project, role }, { database }) {
    const [scenes, trend, lately] = await Promise.all([
      listScenes(database, project.id),
      listTrend(database, project.id, 90),
      listAudit(database, project.id, 12),
    ]);
    const summaries = scenes.map(sceneSummary);
    const wrong = new Map<string, number>();
    const titles = new Map(checkRegistry.map(({ id, title }) => [id, title] as const));
    for (const { standing } of summaries) {
      for (const [id, title] of Object.entries(standing?.titles ?? {})) titles.set(id, title);
      for (const [check, count] of Object.entries(standing?.byCheck ?? {}))
        wrong.set(check, (wrong.get(check) ?? 0) + count);
    }
    const mostWrong = [...wrong]
      .sort((a, b) => b[1] - a[1])
      .slice(0, 6)
      .map(([check, count]) => ({
        check,
        count,
        title: titles.get(check) ?? check,
      }));
    return {
      json: {
        project: { slug: project.slug, name: project.name, archived: project.archived_at !== null },
        role,
        scenes: summaries,
        trend,
        mostWrong,
        lately: lately.map(({ who, what, scene, created_at }) => ({ who, what, scene, at: created_at })),
      },
    };
  },
});
