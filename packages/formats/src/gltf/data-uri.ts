/** The bytes of a data URI (RFC 2397), base64 or percent-encoded; null when it is none or cannot be read. */
export function readDataUri(uri: string): Uint8Array | null {
  const comma = uri.indexOf(',');
  if (!uri.startsWith('data:') || comma < 0) return null;
  const data = uri.slice(comma + 1);
  try {
    if (!/;base64$/i.test(uri.slice(0, comma))) return percentDecoded(data);
    return Uint8Array.from(atob(data), (c) => c.charCodeAt(0));
  } catch {
    return null;
  }
}

/** RFC 3986, section 2.1: octets, whatever text they may make. */
function percentDecoded(data: string): Uint8Array {
  const plain = new TextEncoder().encode(data);
  const out = new Uint8Array(plain.length);
  let length = 0;
  for (let i = 0; i < plain.length; i++) {
    const hex =
      plain[i] === 0x25
        ? /^[0-9a-f]{2}/i.exec(String.fromCharCode(...plain.slice(i + 1, i + 3)))?.[0]
        : undefined;
    out[length++] = hex ? Number.parseInt(hex, 16) : plain[i]!;
    if (hex) i += 2;
  }
  return out.slice(0, length);
}
