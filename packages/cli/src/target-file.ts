import { RenquilError } from '@renquil/core/errors';
import { asItIs, shippedTargets, type Target } from '@renquil/core/targets';
import { parseTarget } from '@renquil/formats/schemas';
import type { Host } from './host.js';
import type { Remote } from './remote.js';
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

/** The target of the project of a token, by its key or title; else as without a server. */
export async function openRemoteTarget(given: string, remote: Remote, host: Host): Promise<Target> {
  const params = { project: (await remote.about()).project.slug };
  const { targets } = await remote.json('GET /api/projects/:project/targets', { params });
  const one = targets.find(({ key, target }) => key === given || target.title === given);
  return one?.target ?? openTarget(given, host);
}
