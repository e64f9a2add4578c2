import { endpoints } from '@renquil/api';
import { objectsWithWord } from '../../db/words.js';
import { defineRoute } from '../../http/route.js';

export const getWordUse = defineRoute(endpoints.getWordUse, {
  async handle({ project, query }, { database }) {
    const rows = await objectsWithWord(database, project.id, query.word);
    const scenes = new Map<number, { scene: number; name: string; count: number; examples: string[] }>();
    for (const { scene_id, scene, name } of rows) {
      const known = scenes.get(scene_id) ?? { scene: scene_id, name: scene, count: 0, examples: [] };
      known.count++;
      if (known.examples.length < 5) known.examples.push(name);
      scenes.set(scene_id, known);
    }
    return { json: { word: query.word, count: rows.length, scenes: [...scenes.values()] } };
  },
});
