import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { pinnedOf } from '../../db/conventions.js';
import { findScene } from '../../db/scenes.js';
import { objectsWithWord } from '../../db/words.js';
import { defineRoute } from '../../http/route.js';
import { commitChange } from '../../scenes/commit-change.js';

interface Body {
  readonly from: string;
  readonly to: string;
  readonly scenes?: number[];
  readonly apply: boolean;
}

export const renameWord = defineRoute<Body>({
  method: 'post',
  path: '/api/projects/:project/words/rename',
  needs: 'artist',
  says: 'Puts a word in place of another in the names of all scenes, or of some: as a proposal for each scene, or, with `apply`, as one change in each.',
  body: Joi.object({
    from: Joi.string().trim().min(1).max(100).required(),
    to: Joi.string().trim().min(1).max(100).required(),
    scenes: Joi.array().items(Joi.number().integer()).max(1000),
    apply: Joi.boolean().default(false),
  }),
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
