import Joi from 'joi';
import type { AnyShape, Of, Presence, SentAs, Shape } from './shape.js';

/** The members of an object by name. */
export type Members = Readonly<Record<string, AnyShape>>;
type With<M extends Members, P extends Presence> = {
  [K in keyof M]: M[K] extends Shape<infer _O, infer _I, infer Q> ? (Q extends P ? K : never) : never;
}[keyof M];
type Flat<T> = { readonly [K in keyof T]: T[K] };
/** What a handler reads: what is filled in is there. */
export type OutOf<M extends Members> = Flat<
  { [K in With<M, 'needed' | 'filled'>]: Of<M[K]> } & { [K in With<M, 'optional'>]?: Of<M[K]> }
>;
/** What is sent: what is filled in may be left out. */
export type InOf<M extends Members> = Flat<
  { [K in With<M, 'needed'>]: SentAs<M[K]> } & { [K in With<M, 'optional' | 'filled'>]?: SentAs<M[K]> }
>;

/** An object with these members and no others. */
export function object<M extends Members>(
  members: M,
  also: (joi: Joi.ObjectSchema) => Joi.ObjectSchema = (joi) => joi,
): Shape<OutOf<M>, InOf<M>> {
  const keys = Object.fromEntries(Object.entries(members).map(([key, { joi }]) => [key, joi]));
  return { joi: also(Joi.object(keys)).required(), presence: 'needed' };
}
/** How many there may be; left out: any number. */
export interface ListLimits {
  readonly min?: number;
  readonly max?: number;
}
/** A list of one shape. */
export function list<O, I>(
  shape: Shape<O, I>,
  { min, max }: ListLimits = {},
): Shape<readonly O[], readonly I[]> {
  let joi = Joi.array().items(shape.joi.optional());
  if (min !== undefined) joi = joi.min(min);
  if (max !== undefined) joi = joi.max(max);
  return { joi: joi.required(), presence: 'needed' };
}
/** An object whose keys are not known beforehand. */
export function record<O, I>(
  shape: Shape<O, I>,
): Shape<Readonly<Record<string, O>>, Readonly<Record<string, I>>> {
  return { joi: Joi.object().pattern(Joi.string().allow(''), shape.joi).required(), presence: 'needed' };
}
/** One shape or the other. */
export function either<A, B, C, D>(one: Shape<A, B>, other: Shape<C, D>): Shape<A | C, B | D> {
  return { joi: Joi.alternatives(one.joi, other.joi).required(), presence: 'needed' };
}
