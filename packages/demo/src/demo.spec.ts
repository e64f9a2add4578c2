import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { findTwins } from '@renquil/core/twins';
import { readGltf, writeGltf } from '@renquil/formats';
import validator from 'gltf-validator';
import { demoScenes } from './demo-scenes.js';

const page = readFileSync(fileURLToPath(new URL('../../../docs/demo.md', import.meta.url)), 'utf8');

/** Rows of the tables under a scene's heading: name, and checks when the table has them. */
function rowsOf(file: string): { name: string; checks: string[] | null }[] {
  const section = page.split('\n## ').find((part) => part.startsWith(file))!;
  return [...section.matchAll(/^\| `([^`]+)` \|[^|]*\|(?: ([^|]*) \|)?$/gm)].map((m) => ({
    name: m[1]!,
    checks: m[2] ? m[2].split(', ') : null,
  }));
}

for (const { file, build } of demoScenes.filter((scene) => scene.file.endsWith('.glb'))) {
  describe(`the demo scene ${file}`, () => {
    let bytes: Uint8Array;
    let read: ReturnType<typeof readGltf>;
    beforeAll(async () => {
      bytes = await build();
      read = readGltf(bytes, file);
    });

    it('is the same bytes every time', async () => expect(Buffer.compare(await build(), bytes)).toBe(0));
    it('validates without an error or a warning', async () => {
      const { issues } = (await validator.validateBytes(bytes)) as {
        issues: { numErrors: number; numWarnings: number };
      };
      expect([issues.numErrors, issues.numWarnings]).toEqual([0, 0]);
    });
    it('is written back byte for byte', () =>
      expect(Buffer.compare(writeGltf(read.source, read.scene), bytes)).toBe(0));
    it('has exactly the faults that docs/demo.md lists', () => {
      const run = new CheckRun(read.scene, new CompiledConvention(partsConvention));
      run.all();
      const found = new Map<string, Set<string>>();
      let copies = 0;
      for (const finding of run.findings()) {
        // Too many to list one by one: counted on the page.
        if (finding.check === 'copies') {
          copies++;
          continue;
        }
        const { name } = read.scene.get(finding.object);
        found.set(name, (found.get(name) ?? new Set()).add(finding.check));
      }
      const listed = rowsOf(file).flatMap(({ name, checks }) =>
        checks ? [[name, [...checks].sort()] as const] : [],
      );
      expect(listed.length).toBeGreaterThan(3);
      const section = page.split('\n## ').find((part) => part.startsWith(file))!;
      expect(copies).toBe(Number(/`copies` speaks of (\d+) more/.exec(section)![1]));
      expect([...found].map(([name, checks]) => [name, [...checks].sort()])).toEqual(
        jasmine.arrayWithExactContents(listed as never),
      );
    });
    it('has twins where it has copies and instances', () => {
      if (file !== 'ibex.glb') expect(findTwins(read.scene)[0]!.length).toBeGreaterThan(1);
    });
    it('holds every object that docs/demo.md names, and as many as it says', () => {
      for (const { name } of rowsOf(file))
        expect(read.scene.withName(name).size).withContext(name).toBeGreaterThan(0);
      const section = page.split('\n## ').find((part) => part.startsWith(file))!;
      expect(read.scene.size).toBe(Number(/of ([\d,]+) objects/.exec(section)![1]));
    });
  });
}
