/** XML 1.0 text: markup escaped, characters that XML cannot hold shown as U+XXXX. */
export function xml(text: string): string {
  return text
    .toWellFormed()
    .replace(
      // eslint-disable-next-line no-control-regex -- the very characters that XML 1.0, section 2.2, leaves out
      /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g,
      (c) => `U+${c.charCodeAt(0).toString(16).padStart(4, '0')}`,
    )
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');
}
