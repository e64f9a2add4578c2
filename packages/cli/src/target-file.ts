import { RenquilError } from '@renquil/core/errors';
import { asItIs, shippedTargets, type Target } from '@renquil/core/targets';
import { parseTarget } from '@renquil/formats/schemas';
import type { Host } from './host.js';
import { readJson } from './scene-file.js';

/** A target file, or one that comes with Renquil by its name; without one the scene as it is. */
export function openTarget(given: string | undefined, host: Host): Target {
  if (given === undefined) return asItIs;
  const shipped = Object.hasOwn(shippedTargets, given) ? shippedTargets[given] : undefined;
  if (shipped) return shipped;
  try {
    return parseTarget(readJson(given, host));
  } catch (error) {
    if (!(error instanceof RenquilError && error.code === 'file-missing')) throw error;
    const names = Object.keys(shippedTargets).join(', ');
    throw new RenquilError('usage', {
      detail: `There is no target file ${given}, and none of that name: ${names}.`,
    });
  }
}
