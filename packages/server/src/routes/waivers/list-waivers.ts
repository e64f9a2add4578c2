import { endpoints } from '@renquil/api';
import { listSceneWaivers as rowsOf } from '../../db/waivers.js';
import { waiverTime } from '@renquil/core/checks';
import { pathsNow } from '../../db/object-index.js';
import { defineRoute } from '../../http/route.js';
import { waiverInfo } from '../../services/waiver-info.js';

export const listSceneWaivers = defineRoute(endpoints.listSceneWaivers, {
  async handle({ scene, account }, { database }) {
    const rows = await rowsOf(database, scene.id);
    const objects = [...new Set(rows.flatMap(({ object_id }) => object_id ?? []))];
    // An object may be called otherwise than when it was waived, or hang elsewhere.
    const paths = await pathsNow(database, scene.id, objects);
    return {
      json: {
        waivers: rows.map((row) => {
          const path = paths.get(row.object_id ?? 0) ?? row.path;
          return waiverInfo({ ...row, path }, account.id);
        }),
        ...waiverTime(new Date(), scene.version),
      },
    };
  },
});
