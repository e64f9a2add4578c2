import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { openSnapshot, takeSnapshot, type Scene } from '@renquil/core/scene';
import { runGate } from '@renquil/core/workbench';
import { applyChangeList, changesBetween, openScene, writeScene } from '@renquil/formats';
import { cablewayRules } from '../cableway-rules.js';
import { buildWinchListing } from './winch-listing.js';

const reader = fileURLToPath(new URL('../../../../examples/apply_changes.py', import.meta.url));

describe('the demo scene winch_room_listing.json', () => {
  let bytes: Uint8Array;
  beforeAll(async () => (bytes = await buildWinchListing()));
  const open = (of: Uint8Array): Scene => openScene(of, 'winch_room_listing.json').scene;

  it('passes, as the room does that it lists', () => {
    const run = new CheckRun(
      open(bytes),
      new CompiledConvention({ ...partsConvention, rules: cablewayRules }),
    );
    run.all();
    expect([...run.findings()]).toEqual([]);
    expect(runGate(run).passes).toBeTrue();
    expect(writeScene(bytes, 'winch_room_listing.json', open(bytes)).bytes).toBe(bytes);
  });
  it('goes round: edited here, its change list run by a script over the listing, brought in again, equal', () => {
    const scene = open(bytes);
    const before = openSnapshot(takeSnapshot(scene));
    const [first, second, third] = [...scene.walk()]
      .filter(({ kind }) => kind === 'mesh')
      .map(({ id, name }) => ({ id, name }));
    applyChangeList(scene, {
      renquil: 'changes/1',
      changes: [
        { op: 'rename', object: first!.id, to: second!.name },
        { op: 'rename', object: second!.id, to: first!.name },
        { op: 'group', objects: [first!.id, third!.id], name: 'spare_grp' },
        { op: 'set', object: third!.id, field: 'layer', value: 'Spare' },
        { op: 'remove', objects: [[...scene.walk()].filter(({ kind }) => kind === 'light').at(-1)!.id] },
      ],
    });
    const folder = mkdtempSync(join(tmpdir(), 'renquil-winch-'));
    const at = (name: string): string => join(folder, name);
    writeFileSync(at('listing.json'), bytes);
    writeFileSync(at('changes.json'), JSON.stringify(changesBetween(before, scene)));
    execFileSync('python3', [reader, at('listing.json'), at('changes.json'), at('result.json')]);
    const again = open(new Uint8Array(readFileSync(at('result.json'))));
    rmSync(folder, { recursive: true });
    const told = (of: Scene): object[] =>
      [...of.walk()].map(({ name, kind, layer, local, switches, materials, id }) => {
        const path = [...of.ancestors(id)].map((one) => one.name);
        const named = materials.map((one) => of.materials[one]!.name);
        return { name, path, kind, layer, local, switches, named };
      });
    expect(told(again)).toEqual(told(scene));
  });
});
