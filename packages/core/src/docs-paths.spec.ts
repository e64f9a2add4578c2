import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../../../', import.meta.url));
const pages = [
  'CONTRIBUTING.md',
  'README.md',
  ...['docs', 'docs/decisions', 'docs/tutorials'].flatMap((folder) =>
    readdirSync(root + folder)
      .filter((name) => name.endsWith('.md'))
      .map((name) => `${folder}/${name}`),
  ),
];
const files = readdirSync(root + 'packages', { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && !/node_modules|[/\\]dist[/\\]|\.angular/.test(entry.parentPath))
  .map((entry) => `${entry.parentPath.slice(root.length)}/${entry.name}`.replaceAll('\\', '/'));

/** Whether there is what a page names: from the root, from `packages`, or `web/.../x` anywhere below. */
function isThere(path: string): boolean {
  if (path.includes('<')) return true;
  const [first, rest] = path.split('/.../');
  const [folder, wanted] = rest === undefined ? ['packages/', path] : [`packages/${first}/`, rest];
  const below = files.filter((file) => file.startsWith(folder));
  return (
    existsSync(root + path) ||
    existsSync(`${root}packages/${path}`) ||
    below.some((file) => file.endsWith(`/${wanted}`) || file.includes(`/${wanted.replace(/\/$/, '')}/`))
  );
}
/** What stands between backticks and is a path of ours: with a slash, and a folder of ours first or an ending of code. */
function pathsIn(text: string): string[] {
  const plain = text.replace(/^```[\s\S]*?^```$/gm, '');
  return [...plain.matchAll(/`([\w.<>/-]+)`/g)]
    .map((m) => m[1]!)
    .filter((path) =>
      /^(?:packages|core|formats|api|server|web|cli|demo|checks|edits|names|plans|frames|scene|content|testing|e2e\/|torture\/|bench\/)\/?[\w.<>-]*\/.|^[\w-]+\/[\w./-]+\.(?:ts|mjs|html)$/.test(
        path,
      ),
    );
}

describe('the documents', () => {
  for (const page of pages)
    it(`name files and folders that are there: ${page}`, () => {
      const gone = pathsIn(readFileSync(root + page, 'utf8')).filter((path) => !isThere(path));
      expect(gone).toEqual([]);
    });
  it('are found out when they do not', () => {
    expect(pathsIn('see `core/src/gone.ts`, `a/b` and `web/.../ui/gone.ts`')).toEqual([
      'core/src/gone.ts',
      'web/.../ui/gone.ts',
    ]);
    expect(['core/src/gone.ts', 'web/.../ui/gone.ts'].map(isThere)).toEqual([false, false]);
    expect(
      ['core/src/scene/scene.ts', 'web/.../ui/tip.ts', 'web/.../state/saving', 'core/src/plans'].map(isThere),
    ).toEqual([true, true, true, true]);
  });
});
