/** What a picture is, by its first bytes (PNG, JFIF, RIFF): its media type; null: none that glTF has (section 3.8.3; EXT_texture_webp). */
export function pictureKind(bytes: Uint8Array): 'image/png' | 'image/jpeg' | 'image/webp' | null {
  const begins = (text: string, at = 0): boolean =>
    [...text].every((c, i) => bytes[at + i] === c.charCodeAt(0));
  if (begins('\u0089PNG\r\n\u001a\n')) return 'image/png';
  if (begins('\u00ff\u00d8\u00ff')) return 'image/jpeg';
  return begins('RIFF') && begins('WEBP', 8) ? 'image/webp' : null;
}
