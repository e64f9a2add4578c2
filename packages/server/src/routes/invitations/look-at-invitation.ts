import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { findLink } from '../../db/links.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const lookAtInvitation = defineRoute(endpoints.lookAtInvitation, {
  async handle({ body }, { database }) {
    const link = await findLink(database, hashToken(body.token));
    if (!link?.role) throw new RenquilError('link-over');
    return { json: { project: link.project, role: link.role, by: link.made_by_name } };
  },
});
