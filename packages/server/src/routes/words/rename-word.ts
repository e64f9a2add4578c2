import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { planRename, resolveClashes } from '@renquil/core';
import { findScene } from '../../db/scenes.js';
import { objectsWithWord, swapWord } from '../../db/words.js';
import { defineRoute } from '../../http/route.js';
import { commitChange } from '../../services/commit-change.js';
import { openStored } from '../../tasks/stored-scene.js';

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
    const made = [];
    for (const id of ids.filter((one) => !body.scenes || body.scenes.includes(one))) {
      const row = (await findScene(database, id))!;
      const scene = openStored(await services.scenes.stored(database, id, row.revision));
      const wanted = new Map<number, string>();
      for (const object of scene.walk()) {
        const name = swapWord(object.name, from, to);
        if (name !== object.name) wanted.set(object.id, name);
      }
      const { names, clashes } = resolveClashes(scene, wanted, 'number-on');
      if (!names.size) continue;
      const renames = [...names].map(([object, after]) => ({
        object,
        before: scene.get(object).name,
        after,
      }));
      let revision = row.revision;
      if (body.apply) {
        const change = {
          id: randomUUID(),
          base: row.revision,
          label: `Rename ${from} to ${to} in ${names.size} ${names.size === 1 ? 'name' : 'names'}`.slice(
            0,
            300,
          ),
          edits: planRename(scene, names),
        };
        revision = (await commitChange(services, id, account, change)).revision;
      }
      made.push({ scene: id, name: row.name, revision, clashes: clashes.length, renames });
    }
    return { json: { applied: body.apply, scenes: made } };
  },
});
