import { asIdentifier } from '../../names/as-identifier.js';
import { defineCheck, readingOf } from '../check.js';

/**
 * Characters outside letters, digits and underscore, which engines and scripts stumble over. What the convention parts words
 * with, and any name that its patterns take as it is, are allowed: whoever wrote it knows where the names go.
 */
export const forbiddenCharacters = defineCheck({
  id: 'forbidden-characters',
  family: 'names',
  title: 'Forbidden characters',
  severity: 'blocker',
  scope: 'object',
  source: 'OpenUSD identifiers (letters, digits, underscore; no digit first); common practice for engines',
  messages: {
    blankEnd: {
      short: '{{where}} space',
      because: '"{{name}}" has a space at its {{end}} that nobody can see.',
    },
    character: {
      short: '{{what}} in name',
      because: '"{{name}}" has {{what}} at character {{at}}; allowed are letters, digits{{allowed}}.',
    },
    digitFirst: { short: 'digit first', because: '"{{name}}" begins with a digit, which is no identifier.' },
  },
  evaluate(object, context) {
    const { name } = object;
    const { convention, scene } = context;
    // Most names are identifiers: one look.
    if (name === '' || /^[A-Za-z_][A-Za-z0-9_]*$/.test(name)) return null;
    const key = convention.keyOf(scene, object);
    if (convention.pattern(key) && readingOf(context, key, name).fits) return null;
    if (/\s$/u.test(name)) return { message: 'blankEnd', data: { name, where: 'trailing', end: 'end' } };
    if (/^\s/u.test(name)) return { message: 'blankEnd', data: { name, where: 'leading', end: 'start' } };
    const { signs } = convention;
    for (const { 0: one, index } of name.matchAll(/[^A-Za-z0-9_]/gu)) {
      if (signs.includes(one)) continue;
      const at = [...name.slice(0, index)].length + 1;
      return {
        message: 'character',
        data: { name, what: describe(one), at, allowed: allowedBeside(signs) },
      };
    }
    if (/^[0-9]/.test(name)) return { message: 'digitFirst', data: { name } };
    return null;
  },
  fix(object, { convention }) {
    const { signs, source } = convention;
    // What parts words takes the place of what may not stand there.
    const to = asIdentifier(object.name, source.separator || '_', signs);
    return to === '' ? null : [{ kind: 'rename', object: object.id, from: object.name, to }];
  },
});

function allowedBeside(signs: string): string {
  const others = [...new Set(signs)].filter((one) => !/[A-Za-z0-9_]/.test(one)).map(describe);
  return others.length ? `, underscore and ${others.join(' and ')}` : ' and underscore';
}
function describe(character: string): string {
  if (character === ' ') return 'a space';
  if (/[\p{Cf}\p{Cc}]/u.test(character)) return `a character nobody sees (U+${hex(character)})`;
  return `"${character}"`;
}
function hex(character: string): string {
  return character.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0');
}
