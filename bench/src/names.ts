import { CheckRun, namingStatisticsOf, checkRegistry } from '@renquil/core/checks';
import { applyChange } from '@renquil/core/edits';
import { CompiledConvention, english, partsConvention, readName } from '@renquil/core/names';
import { learnConvention } from '@renquil/core/names/learn';
import type { Scene } from '@renquil/core/scene';
import { proposeNames } from '@renquil/core/workbench';
import type { Add } from './cases.js';

const convention = new CompiledConvention(partsConvention);
const family = checkRegistry.filter((check) => check.family === 'names');

/** The names family alone, reading hostile names, and proposals: each against the least that could be done. */
export function addNames(
  add: Add,
  scene: Scene,
  open: () => Scene,
  names: readonly string[],
  plainCheck: (names: readonly string[]) => number,
): void {
  // Loaded once for a process, a fifth of a second.
  english();
  add(
    'check the names family',
    'one regular expression and one Set over the names',
    () => {
      const run = new CheckRun(scene, convention, family);
      run.all();
      return namingStatisticsOf(run).fitting;
    },
    () => plainCheck(names),
  );
  add(
    'check the names family, scene just opened',
    'the same',
    (opened: Scene) => {
      const run = new CheckRun(opened, convention, family);
      run.all();
      return namingStatisticsOf(run).fitting;
    },
    () => plainCheck(names),
    open,
  );
  const hostile = (length: number): string[] =>
    ['_', 'a_', 'aA', '1a', 'L_', 'a1_'].map((part) => part.repeat(length / part.length));
  const [short, long] = [hostile(20_000), hostile(200_000)];
  const read = (list: readonly string[]): number =>
    list.filter((name) => readName(convention, 'mesh', name).fits).length;
  add(
    'read six hostile names of 200,000 characters',
    'ten times the same names of 20,000',
    () => read(long),
    () => Array.from({ length: 10 }, () => read(short)),
  );
  const ids = [...scene.walk()].map((object) => object.id);
  const full = (): CheckRun => {
    const run = new CheckRun(scene, convention, family);
    run.all();
    return run;
  };
  const known = full();
  let turn = 0;
  add(
    'check the names family after a rename and its undo',
    'checking the names family',
    () => {
      const object = scene.get(ids[(turn++ * 7919) % ids.length]!);
      const [from, to] = [object.name, `${object.name}x`];
      for (const [a, b] of [
        [from, to],
        [to, from],
      ] as const) {
        const edits = [{ kind: 'rename', object: object.id, from: a, to: b } as const];
        applyChange(scene, { label: '', edits });
        known.after(edits);
      }
    },
    full,
  );
  if (names.length > 200_000) return;
  add(
    'learn a convention from all names',
    'checking the names family',
    () => learnConvention([{ scene, objects: ids }]),
    full,
  );
  if (names.length > 20_000) return;
  add(
    'propose names for all',
    'one parse of each',
    () => proposeNames(scene, convention, ids),
    () => [...scene.walk()].map((object) => readName(convention, object.kind, object.name)),
  );
}
