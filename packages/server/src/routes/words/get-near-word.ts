import { endpoints } from '@renquil/api';
import { defineRoute } from '../../http/route.js';

export const getNearWord = defineRoute(endpoints.getNearWord, {
  async handle({ project, query }, services) {
    const near = await services.words.near(services, project.id, query.word);
    return { json: { word: query.word, near: near && { word: near.word, used: near.used } } };
  },
});
