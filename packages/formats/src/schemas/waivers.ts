import Joi from 'joi';
import { isDay, type Waiver } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { readLasting } from '@renquil/core/query';

const until = Joi.object({
  version: Joi.number().integer().min(1).max(1_000_000),
  date: Joi.string().custom((text: string) => {
    if (!isDay(text)) throw new Error('it is written 2026-12-24');
    return text;
  }),
});
const one = Joi.object({
  of: Joi.string().valid('finding', 'branch', 'query').required(),
  check: Joi.string().min(1).max(100).required(),
  path: Joi.when('of', {
    is: 'query',
    then: Joi.forbidden(),
    otherwise: Joi.string().max(70_000).required(),
  }),
  where: Joi.when('of', {
    is: 'query',
    then: Joi.string().min(1).max(1000).required(),
    otherwise: Joi.forbidden(),
  }),
  reason: Joi.string().min(1).max(1000).required(),
  until: until.default({}),
});
const schema = Joi.object({
  renquil: Joi.string().valid('waivers/1').required(),
  waivers: Joi.array().items(one).max(5000).required(),
});
interface Written {
  readonly of: 'finding' | 'branch' | 'query';
  readonly check: string;
  readonly path?: string;
  readonly where?: string;
  readonly reason: string;
  readonly until: Waiver['until'];
}

/** Waivers from a file: objects by their paths. Throws waivers-invalid, naming the place. */
export function parseWaivers(value: unknown): Waiver[] {
  const { error, value: parsed } = schema.validate(value, { convert: false });
  if (error) throw invalid(error.message);
  return (parsed as { waivers: Written[] }).waivers.map(
    ({ of, check, path = '', where = '', reason, until }, i) => {
      const base = { id: i + 1, reason, until };
      if (of !== 'query') return { ...base, scope: { of, check, object: null, path } };
      try {
        readLasting(where);
      } catch (cause) {
        throw invalid(`waivers[${i}].where: ${(cause as Error).message.replace(/\.$/, '')}`);
      }
      return { ...base, scope: { of, check, where } };
    },
  );
}
function invalid(detail: string): RenquilError {
  return new RenquilError('waivers-invalid', { detail });
}
