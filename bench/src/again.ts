import { CheckRun, namingStatisticsOf } from '@renquil/core/checks';
import { applyChange, type Edit } from '@renquil/core/edits';
import { toMatrix } from '@renquil/core/math';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { planGroup, planMove } from '@renquil/core/plans';
import type { Scene } from '@renquil/core/scene';
import type { Add } from './cases.js';

const base = { severity: 'note', says: '{name} in {parent}' } as const;
/** One rule of the house of each sort that is asked of every object. */
const house = new CompiledConvention({
  ...partsConvention,
  rules: [
    { ...base, id: 'must', title: 'Must', where: 'kind:mesh', must: 'layer:Base' },
    { ...base, id: 'has', title: 'Has', where: 'kind:group', has: { below: 'kind:mesh' } },
    { ...base, id: 'beside', title: 'Beside', where: 'kind:mesh', lacks: { beside: 'kind:light' } },
    { ...base, id: 'lacks', title: 'Lacks', where: 'kind:mesh', lacks: { above: 'name:cut_*' } },
    { ...base, id: 'count', title: 'Count', where: 'kind:camera', together: { count: 'at most 1' } },
    { ...base, id: 'same', title: 'Same', where: 'has:lod', together: { attribute: 'lod' } },
  ],
});

/** One edit of each sort and its undo, checked again by every check and six rules of the house, against checking everything. */
export function addAgain(add: Add, scene: Scene): void {
  const full = (convention: CompiledConvention): CheckRun => {
    const run = new CheckRun(scene, convention);
    run.all();
    return run;
  };
  add(
    'check everything, with six rules of the house',
    'the same without them',
    () => namingStatisticsOf(full(house)).fitting,
    () => namingStatisticsOf(full(new CompiledConvention(partsConvention))).fitting,
  );
  const ids = [...scene.walk()]
    .filter(({ parent, shape }) => parent !== null && shape !== null)
    .map(({ id }) => id);
  const known = full(house);
  let turn = 0;
  const next = (): number => ids[(turn++ * 7919) % ids.length]!;
  const edits: Readonly<Record<string, (id: number) => readonly Edit[]>> = {
    'a rename': (object) => {
      const { name } = scene.get(object);
      return [{ kind: 'rename', object, from: name, to: `${name}x` }];
    },
    'a move': (object) => {
      const to = scene.get(next()).parent;
      const plan = planMove(scene, object, to, { keep: 'world' });
      return plan.ok ? plan.edits : [];
    },
    'a group of two': (object) => {
      const beside = scene.childrenOf(scene.get(object).parent).find((one) => one !== object);
      const plan = planGroup(scene, beside ? [object, beside] : [object], { name: 'x_grp', pivot: 'origin' });
      return plan.ok ? plan.edits : [];
    },
    'another place': (object) => {
      const { local } = scene.get(object);
      const m = toMatrix(local);
      const to = { m: [...m.slice(0, 12), m[12]! + 0.25, m[13]!, m[14]! + 0.5, 1] };
      return [{ kind: 'transform', object, from: local, to }];
    },
    'a switch': (object) => {
      const { switches } = scene.get(object);
      return [
        {
          kind: 'set',
          object,
          field: 'switches',
          from: switches,
          to: { ...switches, shown: !switches.shown },
        },
      ];
    },
  };
  for (const [what, make] of Object.entries(edits))
    add(
      `check again after ${what} and its undo, all checks and six rules`,
      'checking everything',
      () => {
        const made = make(next());
        const done = applyChange(scene, { label: '', edits: made });
        if (!done.ok) return;
        known.after(made);
        const back = applyChange(scene, done.inverse);
        if (back.ok) known.after(done.inverse.edits);
      },
      () => full(house),
    );
}
