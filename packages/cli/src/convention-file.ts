import { facings } from '@renquil/core/frames';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { parseConvention } from '@renquil/formats/schemas';
import type { Host } from './host.js';
import { oneOf } from './one-of.js';
import { readJson } from './scene-file.js';

/** A convention file, or the built-in Parts when none is given; `facing` in place of what it says. */
export function openConvention(path: string | undefined, host: Host, facing?: string): CompiledConvention {
  const convention = path === undefined ? partsConvention : parseConvention(readJson(path, host));
  if (facing === undefined) return new CompiledConvention(convention);
  return new CompiledConvention({ ...convention, facing: oneOf('facing', facing, facings) });
}
