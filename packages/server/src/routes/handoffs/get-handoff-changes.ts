import { endpoints, type HandoffChanges } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { readOwn } from '@renquil/core/own-json';
import { findHandoff } from '../../db/handoffs.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const getHandoffChanges = defineRoute(endpoints.getHandoffChanges, {
  async handle({ params }, { database }) {
    const handoff = await findHandoff(database, toId(params.handoff));
    if (!handoff) throw new RenquilError('not-found', { what: 'hand-off' });
    return {
      json: handoff.changes === null ? { before: null } : readOwn<HandoffChanges>(handoff.changes),
    };
  },
});
