import { applyEdit } from '../edits/registry.js';
import type { Edit } from '../edits/edit.js';
import { framesOf } from '../frames/frames-of.js';
import { identityMat4, type Mat4 } from '../math/mat4.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { mainRoot } from '../scene/main-root.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { staysHome, type StaysHome } from '../workbench/stays-home.js';
import { flatten } from './flatten.js';
import { judgeBudgets } from './judge-budgets.js';
import { notTakenBy } from './not-taken.js';
import { judgeNames, outgoingNames } from './outgoing-names.js';
import type { TargetFinding } from './target-finding.js';
import type { Target } from './target.js';
import { isSameWorld, turnByBaking, turnByRoot, worldOf } from './turn-world.js';

/** A scene as it goes to a target: a fork of it, named, turned and flattened as the target wants it. */
export interface Outgoing {
  readonly target: Target;
  readonly scene: Scene;
  /** What stays, by the scene's own switches and by what the target takes. */
  readonly home: StaysHome;
  /** What is not written: what stays home, and what only held others where parts go alone. */
  readonly without: ReadonlySet<ObjectId>;
  /** Of what goes under another name. */
  readonly names: ReadonlyMap<ObjectId, { readonly from: string; readonly to: string }>;
  /** From the scene's world to the receiver's. */
  readonly world: Mat4;
  /** What stops the hand-off to this target. */
  readonly findings: readonly TargetFinding[];
}

/**
 * Makes a scene ready for a target. The scene itself stays as it is; ids are the same on the way out, so that what a
 * receiver answers is read back by them.
 */
export function makeOutgoing(scene: Scene, convention: CompiledConvention, target: Target): Outgoing {
  const home = staysHome(scene, convention, target.takes && notTakenBy(scene, target.takes));
  const findings: TargetFinding[] = [];
  const fork = scene.fork();
  const run = (edits: readonly Edit[]): void => {
    for (const edit of edits) {
      const result = applyEdit(fork, edit);
      if (!result.ok) throw new RangeError(`a target made an edit that does not apply: ${result.detail}`);
    }
  };
  const without = new Set(home.all);
  if (target.flat) {
    const flat = flatten(scene, home.all);
    run(flat.edits);
    for (const id of flat.dropped) without.add(id);
    addPlaces(findings, flat.problems);
  }
  const names = new Map<ObjectId, { from: string; to: string }>();
  const goes = (): ObjectId[] => [...fork.walk()].flatMap(({ id }) => (without.has(id) ? [] : [id]));
  const going = goes();
  if (target.names) {
    for (const [id, to] of outgoingNames(fork, going, target.names, convention)) {
      names.set(id, { from: scene.get(id).name, to });
      run([{ kind: 'rename', object: id, from: scene.get(id).name, to }]);
    }
  }
  run(withoutAttributes(fork, going, target));
  const main = mainRoot(scene);
  const facing = framesOf(scene, convention).of(main ?? scene.roots[0] ?? 0).facing;
  const world = target.axes && scene.size ? worldOf(target.axes, facing) : identityMat4;
  if (!isSameWorld(world)) {
    const turned =
      target.axes?.how === 'baked'
        ? turnByBaking(fork, world)
        : turnByRoot(fork, world, target.axes?.root ?? 'world', without);
    if ('because' in turned) addPlaces(findings, [turned]);
    else run(turned);
  }
  if (target.names) findings.push(...judgeNames(fork, going, target.names));
  if (target.budgets) findings.push(...judgeBudgets(fork, going, target.budgets));
  return { target, scene: fork, home, without, names, world, findings };
}

function addPlaces(
  findings: TargetFinding[],
  problems: readonly { readonly object: ObjectId; readonly because: string }[],
): void {
  const [first] = problems;
  if (first)
    findings.push({
      rule: 'target-place',
      objects: problems.map(({ object }) => object),
      because: first.because,
    });
}
/** Attributes that the target does not take are taken off on the way out. */
function withoutAttributes(scene: Scene, going: readonly ObjectId[], { takes }: Target): Edit[] {
  const taken = takes?.attributes ?? 'all';
  if (taken === 'all') return [];
  const kept = new Set(taken === 'none' ? [] : taken);
  return going.flatMap((object) =>
    Object.entries(scene.get(object).attributes).flatMap(([key, from]): Edit[] =>
      kept.has(key) ? [] : [{ kind: 'attribute', object, key, from }],
    ),
  );
}
