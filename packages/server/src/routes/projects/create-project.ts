import { endpoints } from '@renquil/api';
import { kebabCase } from 'change-case';
import { RenquilError } from '@renquil/core/errors';
import { inLatin } from '@renquil/core/names';
import { setRole } from '../../db/people.js';
import { insertProject, recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const createProject = defineRoute(endpoints.createProject, {
  async handle({ account, body }, { database }) {
    if (!account.makes_projects)
      throw new RenquilError('not-allowed', {
        role: 'one who makes no projects',
        needs: 'Whoever makes projects can',
      });
    const base = kebabCase(inLatin(body.name).replace(/[^A-Za-z0-9]+/g, ' ')).slice(0, 60) || 'project';
    for (let n = 1; ; n++) {
      const slug = n === 1 ? base : `${base}-${n}`;
      try {
        await database.transaction(async (sql) => {
          const project = await insertProject(sql, slug, body.name);
          await setRole(sql, project, account.id, 'lead');
          await recordAudit(sql, { project: project, account: account.id }, `made the project ${body.name}`, {
            kind: 'people',
          });
        });
        return { json: { slug, name: body.name } };
      } catch (error) {
        // 1062: the address is taken; the next number is tried.
        if ((error as { errno?: number }).errno !== 1062 || n === 1000) throw error;
      }
    }
  },
});
