import Joi from 'joi';
import { defineRoute } from '../../http/route.js';

export const getNearWord = defineRoute({
  method: 'get',
  path: '/api/projects/:project/words/near',
  needs: 'viewer',
  says: 'The common word of the library that a word is a letter away from, and how often it is used; null when there is none.',
  query: Joi.object({ word: Joi.string().trim().min(1).max(100).required() }),
  async handle({ project, query }, services) {
    const near = await services.words.near(services, project.id, query['word']!);
    return { json: { word: query['word'], near: near && { word: near.word, used: near.used } } };
  },
});
