import { CheckRun } from '../checks/check-run.js';
import { checkRegistry } from '../checks/registry.js';
import type { KnownElsewhere } from '../names/propose/known-elsewhere.js';
import type { NameProposal } from '../names/propose/proposal.js';
import { guessNames, type Fault } from '../names/propose/propose.js';
import { mirrorPartners, type Partners } from '../names/sides/mirror-partners.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** Checks of a name that say something of the asset, not of how its root is called. */
const ofTheAsset = new Set(['facing']);
const nameChecks = checkRegistry.filter(({ family, id }) => family === 'names' && !ofTheAsset.has(id));

/** What is wrong with an object's name, more than a note. A left without its right is a fault of both. */
const faultBy = (run: CheckRun, partners: Partners) => {
  const isUnlike = (id: ObjectId): boolean =>
    run.checksOf(id).some(({ check, severity }) => check.id === unlike && severity !== 'note');
  return (id: ObjectId): Fault => {
    let fault: Fault = 'none';
    for (const { check, severity } of run.checksOf(id)) {
      if (check.family !== 'names' || severity === 'note' || ofTheAsset.has(check.id)) continue;
      if (check.id === unlike) fault = fault === 'none' ? 'pair' : fault;
      else if (check.id === 'not-unique') fault = 'shared';
      else return 'own';
    }
    const partner = partners.get(id);
    return fault === 'none' && partner !== undefined && isUnlike(partner) ? 'pair' : fault;
  };
};
const unlike = 'left-without-right';

/** What is there already when names are proposed. */
export interface ProposedBy {
  /** The checks of the scene, when they were run. */
  readonly run?: CheckRun | undefined;
  /** What the other scenes of its project say. */
  readonly known?: KnownElsewhere | undefined;
}

/** Names by guessNames; those that fit and that no check finds fault with stay. */
export function proposingNames(
  scene: Scene,
  convention: CompiledConvention,
  objects: readonly ObjectId[],
  { run, known }: ProposedBy = {},
): Generator<number, NameProposal[]> {
  let judge = run;
  if (!judge) {
    judge = new CheckRun(scene, convention, nameChecks);
    judge.all();
  }
  const faultOf = faultBy(judge, mirrorPartners(scene, convention));
  return guessNames(scene, convention, objects, { faultOf, known });
}

/** The same at once. `tick` is called every 256 objects. */
export function proposeNames(
  scene: Scene,
  convention: CompiledConvention,
  objects: readonly ObjectId[],
  { tick, ...by }: ProposedBy & { readonly tick?: ((done: number) => void) | undefined } = {},
): NameProposal[] {
  const steps = proposingNames(scene, convention, objects, by);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
    tick?.(value);
  }
}
