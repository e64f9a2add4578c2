import { readDataUri } from './data-uri.js';

describe('a data URI (RFC 2397)', () => {
  const text = (uri: string) => {
    const bytes = readDataUri(uri);
    return bytes && new TextDecoder().decode(bytes);
  };
  it('is read as base64 and as percent-encoded text', () => {
    expect(text('data:text/plain;base64,SGkh')).toBe('Hi!');
    // The example of RFC 2397, section 4.
    expect(text('data:,A%20brief%20note')).toBe('A brief note');
    expect(text('data:image/svg+xml,%3Csvg/%3e')).toBe('<svg/>');
    expect(text('data:,100%')).toBe('100%');
    expect([...readDataUri('data:,%ff%00')!]).toEqual([255, 0]);
  });
  it('is none when it cannot be read', () => {
    for (const uri of ['data:text/plain;base64,%%%', 'data:nothing', 'file:///a'])
      expect(readDataUri(uri)).withContext(uri).toBeNull();
  });
});
