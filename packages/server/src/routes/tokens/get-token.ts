import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { findToken } from '../../db/api-tokens.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const getToken = defineRoute(endpoints.getToken, {
  async handle({ credentials }, { database }) {
    const token =
      credentials.bearer === null ? null : await findToken(database, hashToken(credentials.bearer));
    if (!token) throw new RenquilError('token-refused');
    const project = await database.one<{ slug: string; name: string }>(
      'SELECT slug, name FROM project WHERE id = ?',
      [token.project_id],
    );
    const { name, role, scene_id, expires_at } = token;
    return { json: { name, role, project: project!, scene: scene_id, until: expires_at } };
  },
});
