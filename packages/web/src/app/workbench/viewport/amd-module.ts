/** What a script gives that knows no modules: it hands itself to whoever has a `define` (the convention of AMD), or is the default of what a bundler makes of it. */
export async function amdModule<T>(load: () => Promise<unknown>): Promise<T> {
  const scope = globalThis as unknown as { define?: unknown };
  let made: T | null = null;
  scope.define = Object.assign((_needs: unknown, give: () => T) => void (made = give()), { amd: true });
  try {
    const loaded = (await load()) as { default?: T };
    const found = (made as T | null) ?? loaded.default;
    if (!found) throw new Error('a decoder did not come');
    return found;
  } finally {
    delete scope.define;
  }
}
