import { applyChange } from '../edits/change.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { randomTree, sceneFromOutline, seededRandom } from '../testing/index.js';
import { staysHome } from '../targets/stays-home.js';
import { goesRows, planGoes } from './goes-tree.js';

const parts = new CompiledConvention(partsConvention);

describe('the tree of what goes and what stays home', () => {
  const scene = () =>
    sceneFromOutline('r\n  a : mesh\n    b : mesh\n  cut_c : mesh\n    d : mesh\n  e : mesh');
  const said = (of: ReturnType<typeof scene>, onlyHome: boolean, open: number[] = []) =>
    goesRows(of, staysHome(of, parts), { open: new Set(open), onlyHome }).map(
      ({ id, depth, goes, why, isSwitched }) =>
        `${' '.repeat(depth)}${of.get(id).name}${goes ? '' : ` stays ${why}`}${isSwitched ? '' : ' fixed'}`,
    );
  it('is folded, and unfolds', () => {
    expect(said(scene(), false)).toEqual(['r']);
    expect(said(scene(), false, [1, 4])).toEqual([
      'r',
      ' a',
      ' cut_c stays helper prefix cut_ fixed',
      '  d stays  fixed',
      ' e',
    ]);
  });
  it('shows what stays alone, with what is above it', () =>
    expect(said(scene(), true)).toEqual(['r', ' cut_c stays helper prefix cut_ fixed']));
  it('says by what a switch is off, and turns only its own', () => {
    const of = scene();
    applyChange(of, { label: '', edits: planGoes(of, [2], false) });
    expect(said(of, true)[1]).toBe(' a stays switched not to go');
    applyChange(of, { label: '', edits: planGoes(of, [2], true) });
    expect(planGoes(of, [2], true)).toEqual([]);
    of.keepLayer('Rigs', { name: 'Rigs', switches: { goes: false } });
    of.patch(2, { layer: 'Rigs' });
    expect(said(of, true)[1]).toBe(' a stays switched not to go by the layer Rigs fixed');
  });
  it('over random trees, has every object once when all is unfolded, and every top when only those are asked', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = seededRandom(seed);
      const of = randomTree(random, 30);
      for (const { id } of [...of.walk()]) if (random() < 0.2) of.patch(id, { name: `cut_${id}` });
      const home = staysHome(of, parts);
      const all = new Set([...of.walk()].map(({ id }) => id));
      const whole = goesRows(of, home, { open: all, onlyHome: false });
      expect(whole.map(({ id }) => id)).toEqual([...all]);
      expect(whole.filter(({ goes }) => !goes).length).toBe(home.all.size);
      const tops = new Set(goesRows(of, home, { open: new Set(), onlyHome: true }).map(({ id }) => id));
      for (const { id } of home.tops) expect(tops.has(id)).toBeTrue();
    }
  });
});
