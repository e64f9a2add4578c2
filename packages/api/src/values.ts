import Joi from 'joi';
import { requestId as requestIdSchema } from './request-id.js';
import type { Shape } from './shape.js';

/** A moment as ISO 8601 in UTC; a handler may give a Date, which JSON writes so (ECMA-262, Date.prototype.toJSON). */
export type IsoTime = string & { readonly isoTime?: never };

const needed = <T>(joi: Joi.Schema): Shape<T> => ({ joi: joi.required(), presence: 'needed' });

/** Characters; left out: any number. */
export interface TextLimits {
  readonly min?: number;
  readonly max?: number;
  /** Spaces at both ends are taken off before it is measured. */
  readonly trim?: boolean;
}
/** Text; `min` 0 lets it be empty. Lengths are in UTF-16 units, as JavaScript counts. */
export function text({ min = 0, max, trim = false }: TextLimits = {}): Shape<string> {
  let joi = Joi.string();
  if (trim) joi = joi.trim();
  if (min === 0) joi = joi.allow('');
  else joi = joi.min(min);
  if (max !== undefined) joi = joi.max(max);
  return needed(joi);
}
/** One of these words. */
export function oneOf<const V extends string>(...values: readonly V[]): Shape<V> {
  return needed(Joi.string().valid(...values));
}
/** A whole number, both ends included. */
export function integer(min = Number.MIN_SAFE_INTEGER, max = Number.MAX_SAFE_INTEGER): Shape<number> {
  return needed(Joi.number().integer().min(min).max(max));
}
/** The number of a row: a scene, an account, a job. */
export const id = (): Shape<number> => integer(1);
/** How many, from 0. */
export const count = (): Shape<number> => integer(0);
/** Yes or no, never by text. */
export const flag = (): Shape<boolean> => needed(Joi.boolean());
/** Only true can stand here. */
export const yes = (): Shape<true> => needed(Joi.valid(true));
/** Only null can stand here. */
export const nothing = (): Shape<null> => needed(Joi.valid(null));
/** A time as ISO 8601 text in UTC. */
export const time = (): Shape<IsoTime> => needed(Joi.string().isoDate());
/** Any object: its own reader checks it. */
export const anyObject = <T = Readonly<Record<string, unknown>>>(): Shape<T> =>
  needed(Joi.object().unknown());
/** An object that the handler's own reader has yet to check. */
export const unchecked = <Sent>(): Shape<unknown, Sent> => ({
  joi: Joi.object().unknown().required(),
  presence: 'needed',
});
/** A UUID made by whoever asks: the same one twice is the same request. */
export const requestId = (): Shape<string> => needed(requestIdSchema);
