import Joi from 'joi';
import { randomBytes } from 'node:crypto';
import { RenquilError } from '@renquil/core';
import { insertToken, tokenRoles, type TokenRole } from '../../db/api-tokens.js';
import { insertAccount } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { findScene } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';
import { hashPassword, hashToken, newToken } from '../../services/sessions.js';

interface Body {
  readonly name: string;
  readonly role: TokenRole;
  readonly scene: number | null;
  readonly days: number;
}

export const createToken = defineRoute<Body>({
  method: 'post',
  path: '/api/projects/:project/tokens',
  needs: 'lead',
  says: 'Makes a token for a pipeline, for the project or one scene of it, as viewer or artist, for up to 400 days. The answer holds it, once; it is sent as `Authorization: Bearer`.',
  body: Joi.object({
    name: Joi.string().trim().min(1).max(80).required(),
    role: Joi.string()
      .valid(...tokenRoles)
      .required(),
    scene: Joi.number().integer().min(1).allow(null).default(null),
    days: Joi.number().integer().min(1).max(400).default(90),
  }),
  async handle({ project, account, body }, { database }) {
    const { name, role, scene, days } = body;
    const found = scene === null ? null : await findScene(database, scene);
    if (scene !== null && (found?.project_id !== project.id || found.binned_at))
      throw new RenquilError('not-found', { what: 'scene' });
    const token = newToken();
    // Nobody knows this password: the account is there so that what a token did has a name.
    const hash = await hashPassword(randomBytes(24).toString('hex'));
    const id = await database.transaction(async (sql) => {
      const own = await insertAccount(
        sql,
        `token ${randomBytes(12).toString('hex')}`,
        `${name} (token)`,
        hash,
        {
          isToken: true,
        },
      );
      const made = { project: project.id, scene, account: own, name, role, madeBy: account.id, days };
      const token_ = await insertToken(sql, hashToken(token), made);
      const where = found ? ` for ${found.name}` : '';
      await recordAudit(
        sql,
        project.id,
        account.id,
        `made the token ${name} as ${role}${where}`,
        scene,
        'people',
      );
      return token_;
    });
    return { status: 201, json: { id, token } };
  },
});
