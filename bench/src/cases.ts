import { createHash } from 'node:crypto';
import { copyFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CheckRun, namingStatisticsOf } from '@renquil/core/checks';
import { applyChange } from '@renquil/core/edits';
import { multiply, toMatrix } from '@renquil/core/math';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { runRecipe, type RecipeStep } from '@renquil/core/names/recipe';
import { planRename, planGroup } from '@renquil/core/plans';
import { parseQuery, runQuery } from '@renquil/core/query';
import type { Scene } from '@renquil/core/scene';
import { findTwins } from '@renquil/core/twins';
import { openGltf, readGltf, writeGltf } from '@renquil/formats';
import { addFormats } from './formats.js';
import { runHandoff } from './handoff.js';
import { addLargeGlb } from './large-glb.js';
import { addLayer } from './layer.js';
import { measure, memoryOf } from './measure.js';
import { addAgain } from './again.js';
import { addNames } from './names.js';

export interface Row {
  readonly what: string;
  readonly against: string;
  readonly ms: number;
  readonly baseline: number;
  readonly ratio: number;
}
export interface SizeResult {
  readonly objects: number;
  readonly rows: readonly Row[];
  /** Bytes a scene of this size takes once open, and for each object. */
  readonly memory: { readonly scene: number; readonly perObject: number };
}

/** One line of the bench: ours, what it is set against, and what is made ready for each run without being timed. */
export type Add = <T>(
  what: string,
  against: string,
  ours: (given: T) => unknown,
  baseline: () => unknown,
  prepare?: () => T,
) => void;

const convention = new CompiledConvention(partsConvention);
const steps: readonly RecipeStep[] = [
  { step: 'swap-words', find: 'post', put: 'pillar', how: 'plain', anyCase: true },
  { step: 'swap-words', find: 'Cube*', put: 'block', how: 'wildcard' },
  { step: 'swap-words', find: '\\.(\\d+)$', put: '_$1', how: 'regex' },
  { step: 'number', start: 1, by: 1, digits: 7, order: 'tree', restart: 'never', at: 'last-number' },
  { step: 'add-text', text: 'set_', at: 'before' },
];

export async function runSize(glb: Uint8Array, objects: number): Promise<SizeResult> {
  const rows: Row[] = [];
  const add: Add = (what, against, ours, baseline, prepare) => {
    const [a, b] = [measure(ours, prepare), measure(baseline)];
    rows.push({ what, against, ms: a.ms, baseline: b.ms, ratio: a.ms / b.ms });
  };
  const text = new TextDecoder().decode(
    glb.subarray(20, 20 + new DataView(glb.buffer, glb.byteOffset).getUint32(12, true)),
  );
  add(
    'open a .glb to a scene',
    'JSON.parse of its JSON',
    () => readGltf(glb, 'bench.glb'),
    () => JSON.parse(text) as unknown,
  );

  const { bytes: sceneBytes, value: read } = memoryOf(() => readGltf(glb, 'bench.glb').scene);
  const names = [...read.walk()].map((object) => object.name);
  add(
    'check everything',
    'one regular expression and one Set over the names',
    () => checkAll(read),
    () => plainCheck(names),
  );
  const ids = [...read.walk()].map((object) => object.id);
  add(
    'preview a recipe of five steps',
    'the same five as plain loops',
    () => runRecipe(read, ids, steps, { policy: 'number-on' }),
    () => plainRename(names),
  );
  addAgain(add, read);
  addNames(add, read, () => readGltf(glb, 'bench.glb').scene, names, plainCheck);
  addArrange(add, read, ids);
  addWrite(add, glb);
  addLayer(add, objects);
  addFormats(add, objects);
  if (objects === 10_000) addLargeGlb(add);
  rows.push(...(await runHandoff(glb, objects, rows[0]!.baseline)));
  return { objects, rows, memory: { scene: sceneBytes, perObject: sceneBytes / objects } };
}

function checkAll(scene: Scene): number {
  const run = new CheckRun(scene, convention);
  run.all();
  return namingStatisticsOf(run).fitting;
}

const pattern =
  /^(?:[LRC]_)?(?:[FBTU]_)?[a-z][A-Za-z]*\d{3}_(?:enamel|steel|nylon|oak|glass|brass|rubber|hide|horn)_geo$|^[a-z][A-Za-z]*(?:\d{3})?_grp$/;
function plainCheck(names: readonly string[]): number {
  const seen = new Set<string>();
  let wrong = 0;
  for (const name of names) {
    if (!pattern.test(name)) wrong++;
    if (seen.has(name)) wrong++;
    seen.add(name);
  }
  return wrong;
}

function plainRename(names: readonly string[]): string[] {
  let made = names.map((name) => name.replace(/post/gi, 'pillar'));
  made = made.map((name) =>
    name
      .split('_')
      .map((word) => (word.startsWith('Cube') ? 'block' : word))
      .join('_'),
  );
  made = made.map((name) => name.replace(/\.(\d+)$/, '_$1'));
  made = made.map((name, i) => name.replace(/\d+(?=\D*$)/, String(i + 1).padStart(7, '0')));
  return made.map((name) => `set_${name}`);
}

/** Group a tenth of all objects, and ask a query, against writing as many matrices and testing as many names in a loop. */
function addArrange(add: Add, scene: Scene, ids: readonly number[]): void {
  const some = ids.filter((id, i) => i % 10 === 0 && scene.get(id).parent !== null);
  const matrices = ids.map((id) => [...scene.world(id)]);
  add(
    'group a tenth of the objects, and take it back',
    'writing their matrices twice',
    () => {
      const plan = planGroup(scene, some, { name: 'bench_grp', pivot: 'origin' });
      if (!plan.ok) throw new Error(plan.because);
      const result = applyChange(scene, { label: '', edits: plan.edits });
      if (result.ok) applyChange(scene, result.inverse);
    },
    () => some.map((_, i) => [multiply(matrices[i]!, matrices[i]!), multiply(matrices[i]!, matrices[i]!)]),
  );
  add(
    'find all twins',
    'hashing the same data once (SHA-256)',
    () => findTwins(scene),
    () => hashAll(scene),
  );
  const query = parseQuery('*post* faces:>0 -under:partBc*');
  add(
    'a query of three terms',
    'the same tests as a plain loop',
    () => runQuery(scene, query),
    () => {
      const found: number[] = [];
      for (const object of scene.walk()) {
        if (!object.name.toLowerCase().includes('post')) continue;
        if (object.shape === null || scene.shapes[object.shape]!.faces <= 0) continue;
        let under = false;
        for (const ancestor of scene.ancestors(object.id)) under ||= ancestor.name.startsWith('partBc');
        if (!under) found.push(object.id);
      }
      return found;
    },
  );
}

/** What makes a twin a twin, of every object once: its kind, shape, materials and place. */
function hashAll(scene: Scene): string[] {
  const hashes: string[] = [];
  for (const { kind, shape, materials, local } of scene.walk())
    hashes.push(
      createHash('sha256')
        .update(`${kind}|${shape}|${materials.join()}|${toMatrix(local).join()}`)
        .digest('base64'),
    );
  return hashes;
}

function addWrite(add: Add, glb: Uint8Array): void {
  const folder = mkdtempSync(join(tmpdir(), 'renquil-bench-'));
  try {
    const source = openGltf(glb, 'bench.glb');
    const { scene } = readGltf(glb, 'bench.glb');
    const [first] = scene.roots;
    const renames = new Map(
      [...scene.walk()]
        .filter((_, i) => i % 10 === 0)
        .map((object) => [object.id, `${object.name}_x`] as const),
    );
    if (first !== undefined) applyChange(scene, { label: '', edits: planRename(scene, renames) });
    writeFileSync(join(folder, 'from.glb'), glb);
    add(
      'write the file, every tenth name changed',
      'copying the file',
      () => writeFileSync(join(folder, 'to.glb'), writeGltf(source, scene)),
      () => copyFileSync(join(folder, 'from.glb'), join(folder, 'copy.glb')),
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}
