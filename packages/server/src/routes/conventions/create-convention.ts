import Joi from 'joi';
import { RenquilError, shippedConventions, type Convention } from '@renquil/core';
import { parseConvention } from '@renquil/formats/schemas';
import { insertConvention, saveDraft } from '../../db/conventions.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const createConvention = defineRoute<{ name: string; from?: string; body?: unknown }>({
  method: 'post',
  path: '/api/projects/:project/conventions',
  needs: 'lead',
  largeBody: true,
  says: 'Begins a convention as a draft: a copy of one that comes with Renquil (`from`), or a whole one (`body`).',
  body: Joi.object({
    name: Joi.string().trim().min(1).max(120).required(),
    from: Joi.string().max(40),
    body: Joi.object().unknown(),
  }).xor('from', 'body'),
  async handle({ project, account, body }, { database }) {
    const source = body.from === undefined ? body.body : shippedConventions[body.from];
    if (!source) throw new RenquilError('not-found', { what: 'convention' });
    const draft: Convention = parseConvention({ ...(source as Convention), name: body.name });
    const id = await database.transaction(async (sql) => {
      const made = await insertConvention(sql, project.id, body.name);
      await saveDraft(sql, made, draft, account.id);
      await recordAudit(sql, project.id, account.id, `began the convention ${body.name}`, null);
      return made;
    });
    return { status: 201, json: { id } };
  },
});
