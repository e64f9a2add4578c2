import { defineCheck } from '../check.js';

/** Characters outside letters, digits and underscore, which engines and scripts stumble over. */
export const forbiddenCharacters = defineCheck({
  id: 'forbidden-characters',
  family: 'names',
  title: 'Forbidden characters',
  severity: 'blocker',
  reach: 'object',
  source: 'OpenUSD identifiers (letters, digits, underscore; no digit first); common practice for engines',
  messages: {
    blankEnd: {
      short: '{{where}} space',
      because: '"{{name}}" has a space at its {{end}} that nobody can see.',
    },
    character: {
      short: '{{what}} in name',
      because: '"{{name}}" has {{what}} at character {{at}}; allowed are letters, digits and underscore.',
    },
    digitFirst: { short: 'digit first', because: '"{{name}}" begins with a digit, which is no identifier.' },
  },
  evaluate({ name }) {
    // Most names are identifiers: one look.
    if (name === '' || /^[A-Za-z_][A-Za-z0-9_]*$/.test(name)) return null;
    if (/\s$/u.test(name)) return { message: 'blankEnd', data: { name, where: 'trailing', end: 'end' } };
    if (/^\s/u.test(name)) return { message: 'blankEnd', data: { name, where: 'leading', end: 'start' } };
    const found = /[^A-Za-z0-9_]/u.exec(name);
    if (found) {
      const what = describe(found[0]);
      return { message: 'character', data: { name, what, at: [...name.slice(0, found.index)].length + 1 } };
    }
    if (/^[0-9]/.test(name)) return { message: 'digitFirst', data: { name } };
    return null;
  },
  fix(object) {
    const plain = object.name
      .trim()
      .normalize('NFKD')
      .replace(/\p{M}+/gu, '')
      .replace(/[^A-Za-z0-9_]+/gu, '_')
      .replace(/^_+|_+$/g, '');
    const to = /^[0-9]/.test(plain) ? `n${plain}` : plain;
    return to === '' ? null : [{ kind: 'rename', object: object.id, from: object.name, to }];
  },
});

function describe(character: string): string {
  if (character === ' ') return 'a space';
  if (/[\p{Cf}\p{Cc}]/u.test(character)) return `a character nobody sees (U+${hex(character)})`;
  return `"${character}"`;
}
function hex(character: string): string {
  return character.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0');
}
