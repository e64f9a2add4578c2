import type { Check } from './check.js';
import { emptyGroup } from './hierarchy/empty-group.js';
import { defaultName } from './names/default-name.js';
import { forbiddenCharacters } from './names/forbidden-characters.js';
import { namePattern } from './names/name-pattern.js';
import { notUnique } from './names/not-unique.js';
import { unnamed } from './names/unnamed.js';

/** Every check, by id. A test holds this list, the folders and docs/checks.md to each other. */
export const checkRegistry: readonly Check[] = [
  defaultName,
  emptyGroup,
  forbiddenCharacters,
  namePattern,
  notUnique,
  unnamed,
];
