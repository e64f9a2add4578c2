import { diskHost } from './disk-host.js';

describe('what is printed', () => {
  const printed = (isTTY: boolean, text: string): string => {
    let out = '';
    const sink = { isTTY, write: (part: string) => (out += part) } as unknown as NodeJS.WritableStream;
    diskHost(sink, sink).print(text);
    return out;
  };
  // ESC [ 2 J clears a terminal (ECMA-48); U+202E turns the way text runs (UAX #9); U+009B is ESC [ in one.
  const nasty = 'a\u001b[2J\tb\u202ec\u009bd\r\ne\n';
  it('shows a terminal control characters as escapes, tabs and line ends as they are', () =>
    expect(printed(true, nasty)).toBe('a\\u{1b}[2J\tb\\u{202e}c\\u{9b}d\\u{d}\ne\n'));
  it('goes into a file as it is', () => expect(printed(false, nasty)).toBe(nasty));
});
