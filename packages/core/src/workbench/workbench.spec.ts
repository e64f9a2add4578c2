import { CheckRun } from '../checks/check-run.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { sceneFromOutline } from '../testing/index.js';
import { runGate } from './gate.js';
import { nothingPicked, pick, pickMany, stepRow } from './picking.js';
import { treeRows } from './tree-rows.js';

const scene = sceneFromOutline('a\n  b\n    c : mesh\n  d : mesh\ne : mesh');
const rows = (folded: number[], matches: number[] | null) =>
  [...treeRows(scene, { folded: new Set(folded), matches: matches && new Set(matches) })].map(
    (r) =>
      '  '.repeat(r.depth) +
      scene.get(r.id).name +
      (r.context ? ' (context)' : '') +
      (r.hasChildren ? (r.open ? ' -' : ' +') : ''),
  );

describe('treeRows', () => {
  it('shows the open tree', () => expect(rows([], null)).toEqual(['a -', '  b -', '    c', '  d', 'e']));
  it('folds', () => expect(rows([1], null)).toEqual(['a +', 'e']));
  it('shows matches with their ancestors, and never their children', () => {
    expect(rows([], [3])).toEqual(['a (context) -', '  b (context) -', '    c']);
    expect(rows([], [2])).toEqual(['a (context) -', '  b']);
    expect(rows([], [])).toEqual([]);
  });
});

describe('picking', () => {
  const order = [1, 2, 3, 4, 5];
  it('picks one, toggles, and takes a range from the anchor', () => {
    let now = pick(nothingPicked, 2, 'only', order);
    now = pick(now, 4, 'range', order);
    expect([...now.picked]).toEqual([2, 3, 4]);
    now = pick(now, 1, 'range', order);
    expect([...now.picked].sort()).toEqual([1, 2]);
    now = pick(now, 5, 'toggle', order);
    expect(now.picked.has(5)).toBeTrue();
    now = pick(now, 5, 'toggle', order);
    expect(now.picked.has(5)).toBeFalse();
  });
  it('remembers the last of many as active', () => expect(pickMany([3, 1]).active).toBe(1));
  it('steps and stops at the ends', () => {
    expect([stepRow(order, 5, 1), stepRow(order, null, 1), stepRow(order, 2, -1), stepRow([], 2, 1)]).toEqual(
      [5, 1, 1, null],
    );
  });
});

describe('the gate', () => {
  const gate = (outline: string) => {
    const run = new CheckRun(sceneFromOutline(outline), new CompiledConvention(partsConvention));
    run.all();
    return runGate(run);
  };
  it('passes a clean scene and leaves helpers home unjudged', () => {
    const made = gate(
      'cabin_ctrl : control\n  L_door001_steel_geo : mesh\ncut_vent bad : mesh\nref_line : helper',
    );
    expect(made.passes).toBeTrue();
    expect(made.goes).toEqual({ objects: 2, faces: 12, materials: 0, bytes: 0 });
    expect(made.stays).toEqual({ objects: 2, byWhy: { 'cut_*': 1, 'ref_*': 1 }, takenAlong: 0 });
  });
  it('lists only what it asks: a template is not asked of an asset that names none', () => {
    const asked = (outline: string) => gate(outline).lines.map((line) => line.check);
    expect(asked('r : control\n  geo_grp')).not.toContain('required-branch');
    expect(asked('r : control {"assetType":"prop"}\n  geo_grp')).toContain('required-branch');
    expect(asked('r : control')).toContain('empty-group');
  });
  it('blocks on findings, and on a real part below a helper', () => {
    expect(gate('door : mesh').blockers).toBe(1);
    const made = gate('cut_vent : mesh\n  L_door001_steel_geo : mesh');
    expect(made.passes).toBeFalse();
    expect(made.lines.at(-1)).toEqual(jasmine.objectContaining({ check: 'helper-branch', wrong: 1 }));
  });
});
