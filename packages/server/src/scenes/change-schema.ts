import Joi from 'joi';
import { editsSchema } from '@renquil/formats/schemas';
import { requestId } from '../http/request-id.js';

/** A change as it is posted. */
export const changeSchema = Joi.object({
  id: requestId.required(),
  base: Joi.number().integer().min(0).required(),
  label: Joi.string().min(1).max(300).required(),
  edits: editsSchema.required(),
});
