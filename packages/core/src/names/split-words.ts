/** A stretch of a name, with its place in it (UTF-16 units). */
export interface Word {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

const separators = new Set(['_', '.', ':', '-', '|', '/', ' ', '\t']);
export function isSeparator(character: string): boolean {
  return separators.has(character);
}

type Class = 'separator' | 'digit' | 'upper' | 'lower';
function classOf(character: string): Class {
  if (isSeparator(character)) return 'separator';
  if (character >= '0' && character <= '9') return 'digit';
  return character !== character.toLowerCase() ? 'upper' : 'lower';
}

/**
 * Takes a name apart: at separators (`_ . : - | /` and space), at case humps (`leftDoor`, `HTTPPort`) and where letters
 * and digits meet. One pass, linear in the name.
 */
export function splitWords(name: string): Word[] {
  const words: Word[] = [];
  let start = -1;
  const close = (end: number): void => {
    if (start >= 0) words.push({ text: name.slice(start, end), start, end });
    start = -1;
  };
  let before: Class = 'separator';
  for (let at = 0; at < name.length; at++) {
    const now = classOf(name[at]!);
    const next = at + 1 < name.length ? classOf(name[at + 1]!) : 'separator';
    if (now === 'separator') close(at);
    else if (
      (now === 'digit') !== (before === 'digit') ||
      (now === 'upper' && before === 'lower') ||
      (now === 'upper' && before === 'upper' && next === 'lower')
    ) {
      close(at);
    }
    if (now !== 'separator' && start < 0) start = at;
    before = now;
  }
  close(name.length);
  return words;
}
