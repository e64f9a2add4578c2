import { CompiledConvention, partsConvention } from '@renquil/core';
import { parseConvention } from '@renquil/formats/schemas';
import type { Host } from './host.js';
import { readJson } from './scene-file.js';

/** A convention file, or the built-in Parts when none is given. */
export function openConvention(path: string | undefined, host: Host): CompiledConvention {
  return new CompiledConvention(path === undefined ? partsConvention : parseConvention(readJson(path, host)));
}
