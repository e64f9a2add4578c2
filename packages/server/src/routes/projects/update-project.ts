import { endpoints } from '@renquil/api';
import { recordAudit, updateProject } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const changeProject = defineRoute(endpoints.changeProject, {
  evenArchived: true,
  async handle({ project, account, body }, { database }) {
    await database.transaction(async (sql) => {
      await updateProject(sql, project.id, body);
      const note = (what: string) =>
        recordAudit(sql, { project: project.id, account: account.id }, what, { kind: 'people' });
      if (body.name !== undefined && body.name !== project.name)
        await note(`renamed the project ${project.name} to ${body.name}`);
      if (body.archived !== undefined && body.archived !== (project.archived_at !== null))
        await note(body.archived ? 'archived the project' : 'took the project out of the archive');
    });
    return {};
  },
});
