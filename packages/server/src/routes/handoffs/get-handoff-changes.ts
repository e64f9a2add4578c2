import { endpoints } from '@renquil/api';
import { readFile } from '../../db/files.js';
import { handoffBefore, listHandoffFiles } from '../../db/handoffs.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const getHandoffChanges = defineRoute(endpoints.getHandoffChanges, {
  async handle({ params }, { database, pool }) {
    const id = toId(params.handoff);
    const before = await handoffBefore(database, id);
    if (!before) return { json: { before: null } };
    const namesOf = async (handoff: number): Promise<Uint8Array | null> => {
      const file = (await listHandoffFiles(database, handoff)).find(({ name }) => name === 'names.csv');
      return file ? readFile(database, file.file_id) : null;
    };
    const [was, is] = await Promise.all([namesOf(before.id), namesOf(id)]);
    // Packages of long ago have no list of names.
    if (!was || !is) return { json: { before: null } };
    const { counts, first } = await pool.run('compare-packages', { before: was, after: is });
    return {
      json: { before: { id: before.id, revision: before.revision, at: before.created_at }, counts, first },
    };
  },
});
