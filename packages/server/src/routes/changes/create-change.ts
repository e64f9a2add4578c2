import Joi from 'joi';
import { editsSchema } from '@renquil/formats/schemas';
import { defineRoute } from '../../http/route.js';
import { commitChange, type ChangeRequest } from '../../services/commit-change.js';

export const changeSchema = Joi.object({
  id: Joi.string().guid().required(),
  base: Joi.number().integer().min(0).required(),
  label: Joi.string().min(1).max(300).required(),
  edits: editsSchema.required(),
});

export const createChange = defineRoute<ChangeRequest>({
  method: 'post',
  path: '/api/scenes/:scene/changes',
  needs: 'artist',
  says: 'Puts a change (id, base revision, label, edits) on top of the newest revision, or refuses it and names the object. The same id twice is one change.',
  body: changeSchema,
  async handle({ scene, account, body }, services) {
    return { json: await commitChange(services, scene.id, account, body) };
  },
});
