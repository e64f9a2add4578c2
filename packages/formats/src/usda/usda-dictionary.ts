import { chars, UsdaScanner, type Span } from './usda-scanner.js';
import { stringText } from './usda-value.js';

/** The value of a key in a dictionary (`{ type key = value ... }`), as it stands; null: it has none. */
export function valueOf(
  { bytes, file }: { readonly bytes: Uint8Array; readonly file: string },
  dictionary: Span,
  key: string,
): Span | null {
  const scan = new UsdaScanner(bytes, file);
  for (scan.at = dictionary.start + 1; scan.at < dictionary.end;) {
    scan.between();
    if (scan.next === chars.closeBody) return null;
    scan.word();
    if (scan.next === chars.openList) scan.value();
    scan.space();
    const isQuoted = scan.next === chars.quote || scan.next === chars.apostrophe;
    const name = isQuoted ? stringText(bytes, scan.string()) : scan.namespaced();
    scan.expect(chars.equals, 'in a dictionary');
    const value = scan.value();
    if (name === key) return value;
  }
  return null;
}
