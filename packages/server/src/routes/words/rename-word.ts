import { endpoints } from '@renquil/api';
import { randomUUID } from 'node:crypto';
import { pinnedOf } from '../../db/conventions.js';
import { findScene } from '../../db/scenes.js';
import { objectsWithWord } from '../../db/words.js';
import { defineRoute } from '../../http/route.js';
import { commitChange } from '../../scenes/commit-change.js';

export const renameWord = defineRoute(endpoints.renameWord, {
  async handle({ project, account, body }, services) {
    const { database } = services;
    const { from, to } = body;
    const ids = [...new Set((await objectsWithWord(database, project.id, from)).map((row) => row.scene_id))];
    const scenes = [];
    for (const id of ids.filter((one) => !body.scenes || body.scenes.includes(one))) {
      const row = (await findScene(database, id))!;
      const stored = await services.scenes.stored(database, id, row.revision);
      const { body: convention } = await pinnedOf(database, row);
      const made = await services.pool.run('rename-word', { stored, convention, from, to });
      const { renames, clashes, edits } = made;
      if (!renames.length) continue;
      let revision = row.revision;
      if (body.apply) {
        const many = `${renames.length} ${renames.length === 1 ? 'name' : 'names'}`;
        const change = {
          id: randomUUID(),
          base: row.revision,
          label: `Rename ${from} to ${to} in ${many}`.slice(0, 300),
          edits,
        };
        revision = (await commitChange(services, row, account, change)).revision;
      }
      scenes.push({ scene: id, name: row.name, revision, clashes, renames });
    }
    return { json: { applied: body.apply, scenes } };
  },
});
