import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { deleteResets, insertLink } from '../../db/links.js';
import { countOutOfReach } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { hashToken, newToken } from '../../services/sessions.js';
import { withMember } from '../../services/with-member.js';

/** Hours that a link to a new password works. */
const hours = 24;

export const createReset = defineRoute(endpoints.createReset, {
  async handle({ project, account, params }, { database }) {
    const token = newToken();
    await withMember(database, project.id, params.account, async (sql, member) => {
      if (member.demo)
        throw new RenquilError('request-invalid', { detail: "the demo's people keep their password" });
      // Else leading one project would open what somebody sees in every other.
      if (await countOutOfReach(sql, member.id, account.id))
        throw new RenquilError('not-allowed', {
          role: 'a lead of this project alone',
          needs: `${member.name} is in other projects too: a lead of all of them can`,
        });
      await deleteResets(sql, member.id);
      const link = {
        project: project.id,
        role: null,
        account: member.id,
        note: '',
        madeBy: account.id,
        hours,
      };
      await insertLink(sql, hashToken(token), link);
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `made a link to a new password for ${member.name}`,
        { kind: 'people' },
      );
    });
    return { json: { token } };
  },
});
