/** One step of a path: a name with what stands behind it, `..`, or a property and all after it. */
export interface PathStep {
  readonly kind: 'name' | 'up' | 'rest';
  readonly text: string;
  /** Selections of variants behind a name, `{v=x}`, as they stand. */
  readonly variants: string;
  /** What stands before it: `/` or nothing, as after a selection. */
  readonly before: string;
}
/** A path taken apart (OpenUSD, `SdfPath`): `/A/B{v=x}C.rel[/A/q].x`. */
export interface UsdaPath {
  readonly isAbsolute: boolean;
  readonly steps: readonly PathStep[];
}

/** Takes a path apart; null: it is none. */
export function parsePath(text: string): UsdaPath | null {
  const steps: PathStep[] = [];
  const isAbsolute = text.startsWith('/');
  let at = 0;
  while (at < text.length) {
    const before = text[at] === '/' ? '/' : '';
    if (before) at++;
    if (text.startsWith('..', at)) {
      steps.push({ kind: 'up', text: '..', variants: '', before });
      at += 2;
      continue;
    }
    if (text[at] === '.' || at >= text.length) {
      steps.push({ kind: 'rest', text: text.slice(at), variants: '', before });
      return { isAbsolute, steps };
    }
    const name = /^[^/.{[\]<>]+/u.exec(text.slice(at, at + 4096))?.[0];
    if (!name) return null;
    at += name.length;
    let variants = '';
    while (text[at] === '{') {
      const end = text.indexOf('}', at);
      if (end < 0) return null;
      variants += text.slice(at, end + 1);
      at = end + 1;
    }
    steps.push({ kind: 'name', text: name, variants, before });
  }
  return { isAbsolute, steps };
}

/** Paths in square brackets within a property's part of a path, with what becomes of each. */
export function mapTargets(rest: string, map: (path: string) => string): string {
  let out = '';
  let depth = 0;
  let from = 0;
  for (let i = 0; i < rest.length; i++) {
    if (rest[i] === '[' && depth++ === 0) {
      out += rest.slice(from, i + 1);
      from = i + 1;
    } else if (rest[i] === ']' && --depth === 0) {
      out += map(rest.slice(from, i));
      from = i;
    }
  }
  return out + rest.slice(from);
}
