import Joi from 'joi';
import { given, nullable, type AnyShape, type Of } from '../shape.js';
import { list, object } from '../objects.js';
import { count, oneOf, requestId, text, time } from '../values.js';

/*
 * What a sender and a receiver say to each other: docs/receiver.md. Each checks by this what comes from the other. Pieces
 * of a file go with `Upload-Offset`, as the IETF's draft of resumable uploads for HTTP has it.
 */

/** Differences that a receipt lists at most; the rest are counted. */
export const mostDifferences = 20_000;
/** Receipts that a receiver gives for one package at most. */
export const mostReceipts = 10;
/** Bytes of one piece at most. */
export const longestPiece = 4 << 20;

const sum = given<string>(Joi.string().pattern(/^[0-9a-f]{64}$/, 'SHA-256 in hexadecimal digits'));
/** What a package will be, told before its bytes come. */
export const offer = object({
  id: requestId(),
  from: text({ min: 1, max: 200 }),
  scene: text({ min: 1, max: 300 }),
  version: text({ min: 1, max: 40 }),
  target: text({ max: 120 }),
  /** Why it goes though the gate was not passed; null: it was passed. */
  reason: nullable(text({ max: 1000 })),
  files: list(object({ name: text({ min: 1, max: 300 }), bytes: count(), sha256: sum }), { min: 1, max: 50 }),
});
/** An object that did not arrive as it was sent. */
export const difference = object({
  /** Its `id` in names.csv. */
  object: count(),
  sent: text({ max: 10_000 }),
  /** What it is called there; null: it did not arrive. */
  arrived: nullable(text({ max: 10_000 })),
  because: text({ max: 300 }),
});
/** What a receiver says of a package. */
export const receipt = object({
  /** Told apart by it: the same receipt twice is one. */
  number: requestId(),
  state: oneOf('arrived', 'changed', 'refused'),
  at: time(),
  /** Why it was refused. */
  reason: nullable(text({ max: 1000 })),
  objects: count(),
  arrived: count(),
  differences: list(difference, { max: mostDifferences }),
  /** Differences that are not listed. */
  more: count(),
});
/** How far a package is. */
export const arrival = object({
  id: requestId(),
  state: oneOf('receiving', 'opening', 'answered'),
  /** In the order of the offer. */
  files: list(object({ name: text({ min: 1, max: 300 }), bytes: count(), received: count() }), { max: 50 }),
  receipts: list(receipt, { max: mostReceipts }),
});

/** @see offer */
export type Offer = Of<typeof offer>;
/** @see difference */
export type Difference = Of<typeof difference>;
/** @see receipt */
export type Receipt = Of<typeof receipt>;
/** @see arrival */
export type Arrival = Of<typeof arrival>;

/** A value from outside, held to a shape. @throws Error that names the member and what is wrong with it */
export function checked<S extends AnyShape>(shape: S, value: unknown): Of<S> {
  const { error, value: made } = shape.joi.validate(value, { convert: true, abortEarly: true }) as {
    error?: Error;
    value: Of<S>;
  };
  if (error) throw new Error(error.message);
  return made;
}
