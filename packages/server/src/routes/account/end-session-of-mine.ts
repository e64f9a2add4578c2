import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { endSession } from '../../db/sessions.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const endSessionOfMine = defineRoute(endpoints.endSessionOfMine, {
  async handle({ account, params }, { database }) {
    if (!(await endSession(database, account.id, toId(params.session))))
      throw new RenquilError('not-found', { what: 'session of yours' });
    return {};
  },
});
