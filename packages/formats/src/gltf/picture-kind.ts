/** Media types of pictures that are drawn. */
export type PictureKind = 'image/png' | 'image/jpeg' | 'image/webp' | 'image/avif';

/** Names of pictures that are not drawn, in a sentence; empty: none. Few are named. */
export function saidOfBare(names: readonly string[]): string {
  if (!names.length) return '';
  const more = names.length > 3 ? ` and ${names.length - 3} more` : '';
  return `Pictures that did not come, or cannot be drawn: ${names.slice(0, 3).join(', ')}${more}`;
}

/** What a picture is, by its first bytes (PNG, JFIF, RIFF, ISO/IEC 14496-12 `ftyp`): its media type; null: none that glTF has (section 3.8.3; EXT_texture_webp, EXT_texture_avif). */
export function pictureKind(bytes: Uint8Array): PictureKind | null {
  const begins = (text: string, at = 0): boolean =>
    [...text].every((c, i) => bytes[at + i] === c.charCodeAt(0));
  if (begins('\u0089PNG\r\n\u001a\n')) return 'image/png';
  if (begins('\u00ff\u00d8\u00ff')) return 'image/jpeg';
  if (begins('ftypavif', 4)) return 'image/avif';
  return begins('RIFF') && begins('WEBP', 8) ? 'image/webp' : null;
}
