import type { Check } from './check.js';
import { attributeDiffers } from './content/attribute-differs.js';
import { cameraLightGoes } from './content/camera-light-goes.js';
import { copies } from './content/copies.js';
import { emptyShape } from './content/empty-shape.js';
import { faceBudget } from './content/face-budget.js';
import { helperShape } from './content/helper-shape.js';
import { hiddenGoes } from './content/hidden-goes.js';
import { instanceCount } from './content/instance-count.js';
import { materialCopies } from './content/material-copies.js';
import { noMaterial } from './content/no-material.js';
import { overlapping } from './content/overlapping.js';
import { shownStays } from './content/shown-stays.js';
import { texture } from './content/texture.js';
import { unused } from './content/unused.js';
import { mappedClash } from './files/mapped-clash.js';
import { branchOrder } from './hierarchy/branch-order.js';
import { emptyGroup } from './hierarchy/empty-group.js';
import { exclusiveSets } from './hierarchy/exclusive-sets.js';
import { kindUnder } from './hierarchy/kind-under.js';
import { leftover } from './hierarchy/leftover.js';
import { loneChild } from './hierarchy/lone-child.js';
import { noLayer } from './hierarchy/no-layer.js';
import { outsideRoot } from './hierarchy/outside-root.js';
import { requiredBranch } from './hierarchy/required-branch.js';
import { skeleton } from './hierarchy/skeleton.js';
import { strangerBranch } from './hierarchy/stranger-branch.js';
import { tooDeep } from './hierarchy/too-deep.js';
import { caseBlind } from './names/case-blind.js';
import { defaultName } from './names/default-name.js';
import { facing } from './names/facing.js';
import { forbiddenCharacters } from './names/forbidden-characters.js';
import { helperPrefix } from './names/helper-prefix.js';
import { layerName } from './names/layer-name.js';
import { leftWithoutRight } from './names/left-without-right.js';
import { materialName } from './names/material-name.js';
import { misspelling } from './names/misspelling.js';
import { namePattern } from './names/name-pattern.js';
import { notUnique } from './names/not-unique.js';
import { numberLacking } from './names/number-lacking.js';
import { numberSeries } from './names/number-series.js';
import { parentWord } from './names/parent-word.js';
import { placePosition } from './names/place-position.js';
import { reservedWord } from './names/reserved-word.js';
import { setName } from './names/set-name.js';
import { shapeFollows } from './names/shape-follows.js';
import { shapeName } from './names/shape-name.js';
import { sidePosition } from './names/side-position.js';
import { surfaceMaterial } from './names/surface-material.js';
import { tooLong } from './names/too-long.js';
import { typeKind } from './names/type-kind.js';
import { unlistedWord } from './names/unlisted-word.js';
import { unnamed } from './names/unnamed.js';
import { leavesSide } from './transforms/leaves-side.js';
import { negativeScale } from './transforms/negative-scale.js';
import { notZeroed } from './transforms/not-zeroed.js';
import { onFloor } from './transforms/on-floor.js';
import { pivotAnchor } from './transforms/pivot-anchor.js';
import { rootPlace } from './transforms/root-place.js';
import { shear } from './transforms/shear.js';
import { size } from './transforms/size.js';
import { symmetricPose } from './transforms/symmetric-pose.js';
import { unevenScale } from './transforms/uneven-scale.js';

/** Every check, by id. A test holds this list, the folders and docs/checks.md to each other. */
export const checkRegistry: readonly Check[] = [
  attributeDiffers,
  branchOrder,
  cameraLightGoes,
  caseBlind,
  copies,
  defaultName,
  emptyGroup,
  emptyShape,
  exclusiveSets,
  faceBudget,
  facing,
  forbiddenCharacters,
  helperPrefix,
  helperShape,
  hiddenGoes,
  instanceCount,
  kindUnder,
  layerName,
  leavesSide,
  leftWithoutRight,
  leftover,
  loneChild,
  mappedClash,
  materialCopies,
  materialName,
  misspelling,
  namePattern,
  negativeScale,
  noLayer,
  noMaterial,
  notUnique,
  notZeroed,
  numberLacking,
  numberSeries,
  onFloor,
  outsideRoot,
  overlapping,
  parentWord,
  pivotAnchor,
  placePosition,
  requiredBranch,
  reservedWord,
  rootPlace,
  setName,
  shapeFollows,
  shapeName,
  shear,
  shownStays,
  sidePosition,
  size,
  skeleton,
  strangerBranch,
  surfaceMaterial,
  symmetricPose,
  texture,
  tooDeep,
  tooLong,
  typeKind,
  unevenScale,
  unlistedWord,
  unnamed,
  unused,
];
