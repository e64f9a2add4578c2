import { RenquilError } from '@renquil/core/errors';

/** The value, when it is one of those allowed; else an error that lists them. */
export function oneOf<T extends string>(flag: string, value: string | boolean, allowed: readonly T[]): T {
  if ((allowed as readonly unknown[]).includes(value)) return value as T;
  throw new RenquilError('usage', { detail: `--${flag} is ${allowed.join(', ')}; not "${String(value)}".` });
}
