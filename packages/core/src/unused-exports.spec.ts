import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../../../', import.meta.url));
const rooms = ['packages', 'bench/src', 'torture/src', 'e2e', 'scripts', 'docs/tutorials'];

function filesBelow(folder: string): string[] {
  return readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    if (entry.isDirectory())
      return /^(node_modules|dist|\.angular|\.work|test-results|public)$/.test(entry.name)
        ? []
        : filesBelow(path);
    return /\.(ts|mts|mjs|html|md)$/.test(entry.name) ? [path] : [];
  });
}
/** What a file gives to others by name. Types are left out: they say what a function takes, whoever names them. */
const given = (text: string): string[] =>
  [...text.matchAll(/^export (?:abstract )?(?:async )?(?:class|const|function\*?) ([A-Za-z_$][\w$]*)/gm)].map(
    (m) => m[1]!,
  );
const unusedAmong = (texts: ReadonlyMap<string, string>): string[] => {
  const users = new Map<string, number>();
  for (const text of texts.values())
    for (const word of new Set(text.match(/[A-Za-z_$][\w$]*/g))) users.set(word, (users.get(word) ?? 0) + 1);
  return [...texts].flatMap(([path, text]) =>
    /^packages\/.*\.ts$/.test(path) && !/\.spec\.ts$|\/testing\//.test(path)
      ? given(text)
          .filter((name) => users.get(name) === 1)
          .map((name) => `${path}: ${name}`)
      : [],
  );
};

describe('what a file exports', () => {
  it('is used by another', () => {
    const texts = new Map(
      rooms.flatMap(filesBelow).map((path) => [path, readFileSync(join(root, path), 'utf8')]),
    );
    expect(texts.size).toBeGreaterThan(800);
    expect(unusedAmong(texts)).toEqual([]);
  });
  it('is found out when it is not', () => {
    const texts = new Map([
      [
        'packages/a/src/one.ts',
        'export const used = 1;\nexport function alone(): void {}\nexport class Alone {}',
      ],
      ['packages/a/src/two.ts', "import { used } from './one.js';\nexport const alsoAlone = used;"],
    ]);
    expect(unusedAmong(texts)).toEqual([
      'packages/a/src/one.ts: alone',
      'packages/a/src/one.ts: Alone',
      'packages/a/src/two.ts: alsoAlone',
    ]);
  });
});
