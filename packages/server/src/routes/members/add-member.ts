import { randomBytes } from 'node:crypto';
import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { findAccountToSignIn, findRole, insertAccount, roles, setRole, type Role } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { hashPassword } from '../../services/sessions.js';

export const addMember = defineRoute<{ signIn: string; name: string; role: Role }>({
  method: 'post',
  path: '/api/projects/:project/members',
  needs: 'lead',
  says: 'Adds a person. For a new account the answer holds its first password, once.',
  body: Joi.object({
    signIn: Joi.string().trim().min(1).max(120).required(),
    name: Joi.string().trim().min(1).max(120).required(),
    role: Joi.string()
      .valid(...roles)
      .required(),
  }),
  async handle({ project, account, body }, { database }) {
    const password = randomBytes(9).toString('base64url');
    const hash = await hashPassword(password);
    return database.transaction(async (sql) => {
      const known = await findAccountToSignIn(sql, body.signIn);
      if (known && (await findRole(sql, project.id, known.id)))
        throw new RenquilError('request-invalid', { detail: `${body.signIn} is already a member` });
      const id = known?.id ?? (await insertAccount(sql, body.signIn, body.name, hash, false));
      await setRole(sql, project.id, id, body.role);
      await recordAudit(
        sql,
        project.id,
        account.id,
        `added ${known?.name ?? body.name} as ${body.role}`,
        null,
      );
      return { status: 201, json: { id, password: known ? null : password } };
    });
  },
});
