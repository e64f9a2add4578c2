import type { Command } from '../command.js';
import { apply } from './apply.js';
import { changes } from './changes.js';
import { check } from './check.js';
import { convert } from './convert.js';
import { conventions } from './conventions.js';
import { handoff } from './handoff.js';
import { learn } from './learn.js';
import { outline } from './outline.js';
import { propose } from './propose.js';
import { rename } from './rename.js';
import { targets } from './targets.js';
import { upload } from './upload.js';
import { watch } from './watch.js';

/** Every command, by name. */
export const commandRegistry: readonly Command[] = [
  apply,
  changes,
  check,
  conventions,
  convert,
  handoff,
  learn,
  outline,
  propose,
  rename,
  targets,
  upload,
  watch,
];
