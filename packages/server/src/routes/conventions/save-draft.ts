import Joi from 'joi';
import { parseConvention } from '@renquil/formats/schemas';
import { lockConvention, saveDraft } from '../../db/conventions.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const saveConventionDraft = defineRoute<{ body: unknown }>({
  method: 'put',
  path: '/api/projects/:project/conventions/:convention/draft',
  needs: 'lead',
  largeBody: true,
  says: 'Keeps a draft (`body`); nothing is held to it before it is published.',
  body: Joi.object({ body: Joi.object().unknown().required() }),
  async handle({ project, account, params, body }, { database }) {
    const draft = parseConvention(body.body);
    await database.transaction(async (sql) => {
      const row = await lockConvention(sql, project.id, toId(params['convention'] ?? ''));
      await saveDraft(sql, row.id, draft, account.id);
    });
    return { json: { saved: true } };
  },
});
