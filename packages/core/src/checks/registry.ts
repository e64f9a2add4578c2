import type { Check } from './check.js';
import { hiddenGoes } from './content/hidden-goes.js';
import { noMaterial } from './content/no-material.js';
import { emptyGroup } from './hierarchy/empty-group.js';
import { loneChild } from './hierarchy/lone-child.js';
import { outsideRoot } from './hierarchy/outside-root.js';
import { tooDeep } from './hierarchy/too-deep.js';
import { defaultName } from './names/default-name.js';
import { forbiddenCharacters } from './names/forbidden-characters.js';
import { namePattern } from './names/name-pattern.js';
import { notUnique } from './names/not-unique.js';
import { unnamed } from './names/unnamed.js';
import { negativeScale } from './transforms/negative-scale.js';
import { rootPlace } from './transforms/root-place.js';
import { unevenScale } from './transforms/uneven-scale.js';

/** Every check, by id. A test holds this list, the folders and docs/checks.md to each other. */
export const checkRegistry: readonly Check[] = [
  defaultName,
  emptyGroup,
  forbiddenCharacters,
  hiddenGoes,
  loneChild,
  namePattern,
  negativeScale,
  noMaterial,
  notUnique,
  outsideRoot,
  rootPlace,
  tooDeep,
  unevenScale,
  unnamed,
];
