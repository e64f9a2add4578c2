import Joi from 'joi';
import { objectsWithWord } from '../../db/words.js';
import { defineRoute } from '../../http/route.js';

export const getWordUse = defineRoute({
  method: 'get',
  path: '/api/projects/:project/words',
  needs: 'viewer',
  says: 'Where a word stands in the names of the library: how many objects of each scene, with some of their names.',
  query: Joi.object({ word: Joi.string().trim().min(1).max(100).required() }),
  async handle({ project, query }, { database }) {
    const rows = await objectsWithWord(database, project.id, query['word']!);
    const scenes = new Map<number, { scene: number; name: string; count: number; examples: string[] }>();
    for (const { scene_id, scene, name } of rows) {
      const known = scenes.get(scene_id) ?? { scene: scene_id, name: scene, count: 0, examples: [] };
      known.count++;
      if (known.examples.length < 5) known.examples.push(name);
      scenes.set(scene_id, known);
    }
    return { json: { word: query['word'], count: rows.length, scenes: [...scenes.values()] } };
  },
});
