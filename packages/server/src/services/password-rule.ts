import { dictionary } from '@zxcvbn-ts/language-common';
import { RenquilError } from '@renquil/core/errors';

/** Characters of a password (OWASP ASVS 4.0.3, 2.1.1 and 2.1.2). */
export const [leastLetters, mostLetters] = [12, 128];
const common = new Set<string>(dictionary['passwords-common'] as readonly string[]);

/**
 * Refuses a password that is short, one of those that everybody tries (2.1.7), or hardly more than the name it is for.
 * Nothing is asked of its characters (2.1.9).
 */
export function checkPassword(password: string, signIn: string): void {
  const no = (detail: string): never => {
    throw new RenquilError('password-weak', { detail });
  };
  const length = [...password].length;
  if (length < leastLetters) no(`it has ${length} characters, and ${leastLetters} are the least`);
  if (length > mostLetters) no(`it has ${length} characters, and ${mostLetters} are the most`);
  const small = password.toLowerCase();
  if (new Set(small).size < 5) no('it is made of too few different characters');
  if (common.has(small)) no('it is among those that are tried first');
  // The name, or a common one, with little beside it.
  const rest = small.replaceAll(signIn.toLowerCase() || ' ', '');
  if (rest.length < 6) no('it is hardly more than the name you sign in with');
}
