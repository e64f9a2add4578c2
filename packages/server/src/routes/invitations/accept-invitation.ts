import { endpoints, roles } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { countTry, deleteLink, findLink } from '../../db/links.js';
import { findRole, insertAccount, isSignInTaken, setRole, type Account } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { findAccountByTokenHash } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { checkPassword } from '../../services/password-rule.js';
import { hashPassword, hashToken, openSession } from '../../services/sessions.js';

/** Names that may be tried with one link: whoever holds it cannot find out who else there is. */
const mostTries = 10;
export const acceptInvitation = defineRoute(endpoints.acceptInvitation, {
  async handle({ body, token: session, address, agent }, { database }) {
    const isNew = body.signIn !== undefined;
    const known = session && !isNew ? await findAccountByTokenHash(database, hashToken(session)) : null;
    if (!known && !isNew) throw new RenquilError('not-signed-in');
    const link = await findLink(database, hashToken(body.token));
    if (!link?.role || link.tries >= mostTries) throw new RenquilError('link-over');
    if (isNew) {
      checkPassword(body.password!, body.signIn);
      // Counted by itself, so that a refusal does not take the count back with it.
      await countTry(database, link.id);
      if (await isSignInTaken(database, body.signIn))
        throw new RenquilError('request-invalid', {
          detail: `"${body.signIn}" is taken; choose another name to sign in with`,
        });
    }
    const hash = isNew ? await hashPassword(body.password!) : '';
    const slug = link.slug;
    const account = await database.transaction(async (sql) => {
      const held = await findLink(sql, hashToken(body.token), true);
      if (!held?.role) throw new RenquilError('link-over');
      const id = known?.id ?? (await insertAccount(sql, { signIn: body.signIn!, name: body.name!, hash }));
      const had = await findRole(sql, held.project_id, id);
      // It gives, and takes nothing away.
      const role = had && roles.indexOf(had) > roles.indexOf(held.role) ? had : held.role;
      await setRole(sql, held.project_id, id, role);
      await deleteLink(sql, held.project_id, held.id);
      await recordAudit(
        sql,
        { project: held.project_id, account: id },
        `joined as ${role}, invited by ${held.made_by_name}`,
        { kind: 'people' },
      );
      return id;
    });
    const about = { id: account, name: known?.name ?? body.name! } satisfies Partial<Account>;
    const reply = { json: { account: about, project: slug } };
    return known ? reply : { ...reply, session: await openSession(database, account, { address, agent }) };
  },
});
