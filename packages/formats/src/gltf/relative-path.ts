import { RenquilError } from '@renquil/core/errors';

/** A relative path inside the upload; null when it leaves it. RFC 3986 percent escapes are decoded. */
export function relativePath(uri: string): string | null {
  let path = uri;
  try {
    path = decodeURIComponent(uri);
  } catch {
    // A stray percent sign: the name as it stands.
  }
  path = path.replace(/^\.\//, '');
  const leaves = /^[a-z][a-z0-9+.-]*:|^[\\/]|\\|\0/i.test(path) || path.split('/').includes('..');
  return leaves ? null : path;
}

/** A relative path inside the upload; anything that could leave is refused. */
export function safePath(uri: string, place: string): string {
  const path = relativePath(uri);
  if (path === null) throw new RenquilError('upload-unsafe-path', { place, uri: uri.slice(0, 200) });
  return path;
}
