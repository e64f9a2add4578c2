/** A stretch of a name, with its place in it (UTF-16 units). */
export interface Word {
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

const separators = new Set(['_', '.', ':', '-', '|', '/', ' ', '\t']);
/** Whether a character parts words: `_ . : - | /`, a space or a tab. */
export function isSeparator(character: string): boolean {
  return separators.has(character);
}

/** What a character is to the parting of names: `digit` and below end a word of letters, `upper` and above are letters. */
export const characterClass = { separator: 0, digit: 1, upper: 2, lower: 3 } as const;
const { separator, digit, upper, lower } = characterClass;
/** The classes of ASCII by code. Signs that are no separators count as small letters. */
export const asciiClasses = Uint8Array.from({ length: 128 }, (_, code) => {
  const character = String.fromCharCode(code);
  if (isSeparator(character)) return separator;
  if (character >= '0' && character <= '9') return digit;
  return character >= 'A' && character <= 'Z' ? upper : lower;
});
function classAt(name: string, at: number): number {
  const code = name.charCodeAt(at);
  if (code < 128) return asciiClasses[code]!;
  return name[at] !== name[at]!.toLowerCase() ? upper : lower;
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
  let before: number = separator;
  for (let at = 0; at < name.length; at++) {
    const now = classAt(name, at);
    if (now === separator) close(at);
    else if (
      (now === digit) !== (before === digit) ||
      (now === upper && before === lower) ||
      (now === upper && before === upper && at + 1 < name.length && classAt(name, at + 1) === lower)
    ) {
      close(at);
    }
    if (now !== separator && start < 0) start = at;
    before = now;
  }
  close(name.length);
  return words;
}
