import Joi from 'joi';
import { recordAudit, updateProject } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const changeProject = defineRoute<{ name?: string; archived?: boolean }>({
  method: 'put',
  path: '/api/projects/:project',
  needs: 'lead',
  evenArchived: true,
  says: 'Gives the project another name, or archives it: everybody in it still sees all of it, and nothing changes until it is taken out again.',
  body: Joi.object({ name: Joi.string().trim().min(1).max(120), archived: Joi.boolean() }).or(
    'name',
    'archived',
  ),
  async handle({ project, account, body }, { database }) {
    await database.transaction(async (sql) => {
      await updateProject(sql, project.id, body);
      const note = (what: string) => recordAudit(sql, project.id, account.id, what, null, 'people');
      if (body.name !== undefined && body.name !== project.name)
        await note(`renamed the project ${project.name} to ${body.name}`);
      if (body.archived !== undefined && body.archived !== (project.archived_at !== null))
        await note(body.archived ? 'archived the project' : 'took the project out of the archive');
    });
    return {};
  },
});
