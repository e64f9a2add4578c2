import { splitWords } from './split-words.js';

/** A word in the capitals of the one it stands for; a lone capital letter says only that it begins so. */
export function inCapitalsOf(text: string, word: string): string {
  if (text.length > 1 && text === text.toUpperCase()) return word.toUpperCase();
  return text[0] === text[0]!.toUpperCase() ? word[0]!.toUpperCase() + word.slice(1) : word;
}

/** Whether a name holds a word as a word, by separators, humps and digits; capitals do not matter. */
export function hasWord(name: string, word: string): boolean {
  const low = word.toLowerCase();
  return splitWords(name).some(({ text }) => text.toLowerCase() === low);
}

/** A name with a word put in place of another wherever it stands as a word, in the capitals that stood there. */
export function swapWord(name: string, from: string, to: string): string {
  const low = from.toLowerCase();
  let out = '';
  let at = 0;
  for (const { text, start, end } of splitWords(name)) {
    if (text.toLowerCase() !== low) continue;
    out += name.slice(at, start) + inCapitalsOf(text, to);
    at = end;
  }
  return out + name.slice(at);
}
