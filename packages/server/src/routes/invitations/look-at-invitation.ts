import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { findLink } from '../../db/links.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const lookAtInvitation = defineRoute<{ token: string }>({
  method: 'post',
  path: '/api/invitations/look',
  needs: 'anyone',
  says: 'What an invitation is to: the project, the role and who invites. For whoever holds the link.',
  body: Joi.object({ token: Joi.string().max(200).required() }),
  async handle({ body }, { database }) {
    const link = await findLink(database, hashToken(body.token));
    if (!link?.role) throw new RenquilError('link-over');
    return { json: { project: link.project, role: link.role, by: link.made_by_name } };
  },
});
