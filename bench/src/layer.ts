import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyChange } from '@renquil/core/edits';
import { planRename } from '@renquil/core/plans';
import { openScene } from '@renquil/formats';
import type { Add } from './cases.js';

/** Above this many prims one run takes minutes. */
const most = 100_000;

/** A layer of OpenUSD text: opened to a scene, and written with every tenth name changed. */
export function addLayer(add: Add, prims: number): void {
  if (prims > most) return;
  const folder = mkdtempSync(join(tmpdir(), 'renquil-bench-'));
  try {
    const bytes = generateLayer(prims);
    const file = join(folder, 'bench.usda');
    writeFileSync(file, bytes);
    add(
      'open a .usda to a scene',
      'reading the file and splitting it into lines',
      () => openScene(new Uint8Array(readFileSync(file)), file),
      () => readFileSync(file, 'utf8').split('\n').length,
    );
    const opened = openScene(bytes, file);
    const { scene } = opened;
    const every = [...scene.walk()].filter((_, i) => i % 10 === 0);
    const renames = new Map(every.map(({ id, name }) => [id, `${name}_x`] as const));
    applyChange(scene, { label: '', edits: planRename(scene, renames) });
    add(
      'write a .usda, every tenth name changed',
      'copying it through one buffer',
      () => opened.write(scene),
      () => new Uint8Array(bytes),
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** A layer of so many prims in groups of twenty, as an exporter writes it: meshes of a box, transforms, bindings. */
function generateLayer(prims: number): Uint8Array {
  const lines = [
    '#usda 1.0',
    '(',
    '    defaultPrim = "set_grp"',
    '    metersPerUnit = 0.01',
    ')',
    '',
    'def Xform "set_grp"',
    '{',
  ];
  for (let at = 1, group = 0; at < prims; group++) {
    lines.push(
      `    def Xform "block${group}_grp"`,
      '    {',
      `        double3 xformOp:translate = (${group * 3}, 0, ${group % 7})`,
    );
    lines.push('        uniform token[] xformOpOrder = ["xformOp:translate"]');
    at++;
    for (let i = 0; i < 19 && at < prims; i++, at++) {
      const n = String(at).padStart(6, '0');
      lines.push(
        '',
        `        def Mesh "panel${n}_steel_geo" (`,
        '            prepend apiSchemas = ["MaterialBindingAPI"]',
        '        )',
        '        {',
      );
      lines.push(
        '            int[] faceVertexCounts = [4, 4]',
        '            int[] faceVertexIndices = [0, 1, 2, 3, 4, 5, 6, 7]',
      );
      lines.push(
        `            point3f[] points = [(0, 0, 0), (1, 0, 0), (1, 1, 0), (0, 1, 0), (0, 0, ${i + 1}), (1, 0, 1), (1, 1, 1), (0, 1, 1)]`,
      );
      lines.push(
        `            rel material:binding = </set_grp/Looks/Steel>`,
        `            double3 xformOp:translate = (${i}, 0.5, 0)`,
      );
      lines.push('            uniform token[] xformOpOrder = ["xformOp:translate"]', '        }');
    }
    lines.push('    }', '');
  }
  lines.push(
    '    def Scope "Looks"',
    '    {',
    '        def Material "Steel"',
    '        {',
    '        }',
    '    }',
    '}',
    '',
  );
  return new TextEncoder().encode(lines.join('\n'));
}
