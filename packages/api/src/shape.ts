import type Joi from 'joi';

declare const types: unique symbol;
/** Whether a member must be there, may be left out, or is filled in by the server when it is left out. */
export type Presence = 'needed' | 'optional' | 'filled';

/**
 * What a value on the wire looks like, said once: the Joi schema that checks it, and from it its TypeScript type, `Out` as
 * it is after checking, `In` as it is sent. Made by the functions of this folder alone, which keep the two together.
 */
export interface Shape<Out, In = Out, P extends Presence = 'needed'> {
  readonly joi: Joi.Schema;
  readonly presence: P;
  /** Of the types only; nothing is there at run time. */
  readonly [types]?: readonly [Out, In];
}
/** A shape, whatever it is of. */
export type AnyShape = Shape<unknown, unknown, Presence>;
/** The type of what comes out of a check: what a handler reads, and what a page gets. */
export type Of<S> = S extends Shape<infer Out, infer _In, infer _P> ? Out : never;
/** The type of what may be sent. */
export type SentAs<S> = S extends Shape<infer _Out, infer In, infer _P> ? In : never;

/** A member of an object that may be left out. */
export function optional<O, I>(shape: Shape<O, I>): Shape<O, I, 'optional'> {
  return { joi: shape.joi.optional(), presence: 'optional' };
}
/** A member of an object that gets `value` when it is left out. */
export function filled<O, I>(
  shape: Shape<O, I>,
  value: O & (string | number | boolean | null),
): Shape<O, I, 'filled'> {
  return { joi: shape.joi.optional().default(value), presence: 'filled' };
}
/** The same, or null. */
export function nullable<O, I>(shape: Shape<O, I>): Shape<O | null, I | null> {
  return { joi: shape.joi.allow(null), presence: 'needed' };
}
/** A shape with a sentence about it, which the documents show. */
export function about<S extends AnyShape>(says: string, shape: S): S {
  return { ...shape, joi: shape.joi.description(says) };
}
/** A schema that stands elsewhere, with the type that it is known to hold values to. */
export function given<T>(joi: Joi.Schema): Shape<T> {
  return { joi: joi.required(), presence: 'needed' };
}
