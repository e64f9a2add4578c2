import { RenquilError } from '@renquil/core/errors';
import type { Sql } from '../db/database.js';
import { listScenes } from '../db/scenes.js';

/** What trends are asked of, and the scenes that they can be asked of. @throws RenquilError not-found for a scene elsewhere */
export async function askedTrends(
  sql: Sql,
  project: number,
  {
    days = 90,
    scene = null,
  }: { readonly days?: number | undefined; readonly scene?: number | null | undefined },
): Promise<{
  readonly asked: { readonly days: number; readonly scene: number | null };
  readonly scenes: { id: number; name: string }[];
}> {
  const scenes = (await listScenes(sql, project)).map(({ id, name }) => ({ id, name }));
  if (scene !== null && !scenes.some(({ id }) => id === scene))
    throw new RenquilError('not-found', { what: 'scene' });
  return { asked: { days, scene }, scenes };
}
