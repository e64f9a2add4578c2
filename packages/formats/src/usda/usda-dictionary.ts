import { chars, UsdaScanner, type Span } from './usda-scanner.js';
import { stringText } from './usda-value.js';

/** An entry of a dictionary: its type, its key (those of dictionaries in it with `:` between), and its value as it stands. */
export interface UsdaEntry {
  readonly type: string;
  readonly key: string;
  readonly value: Span;
}
/** Dictionaries in each other that are looked into. */
const mostNested = 16;

/** The entries of a dictionary (`{ type key = value ... }`), those of dictionaries in it too. */
export function* entriesOf(
  text: { readonly bytes: Uint8Array; readonly file: string },
  dictionary: Span,
  above = '',
  depth = 0,
): Generator<UsdaEntry> {
  const { bytes } = text;
  if (bytes[dictionary.start] !== chars.openBody) return;
  const scan = new UsdaScanner(bytes, text.file);
  for (scan.at = dictionary.start + 1; scan.at < dictionary.end;) {
    scan.between();
    if (scan.next === chars.closeBody) return;
    let type = scan.word();
    if (scan.next === chars.openList) {
      scan.value();
      type += '[]';
    }
    scan.space();
    const isQuoted = scan.next === chars.quote || scan.next === chars.apostrophe;
    const name = isQuoted ? stringText(bytes, scan.string()) : scan.namespaced();
    scan.expect(chars.equals, 'in a dictionary');
    const value = scan.value();
    const key = above + name;
    if (type !== 'dictionary') yield { type, key, value };
    else if (depth < mostNested) yield* entriesOf(text, value, `${key}:`, depth + 1);
  }
}
/** The value of a key in a dictionary (`{ type key = value ... }`), as it stands; null: it has none. */
export function valueOf(
  { bytes, file }: { readonly bytes: Uint8Array; readonly file: string },
  dictionary: Span,
  key: string,
): Span | null {
  for (const entry of entriesOf({ bytes, file }, dictionary)) if (entry.key === key) return entry.value;
  return null;
}
