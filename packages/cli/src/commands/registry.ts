import type { Command } from '../command.js';
import { apply } from './apply.js';
import { check } from './check.js';
import { outline } from './outline.js';
import { rename } from './rename.js';

/** Every command, by name. */
export const commandRegistry: readonly Command[] = [apply, check, outline, rename];
