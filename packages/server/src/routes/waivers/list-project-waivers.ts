import { endpoints } from '@renquil/api';
import { listProjectWaivers as rowsOf } from '../../db/waivers.js';
import { defineRoute } from '../../http/route.js';
import { waiverInfo } from '../../services/waiver-info.js';

export const listProjectWaivers = defineRoute(endpoints.listProjectWaivers, {
  async handle({ project, account }, { database }) {
    const asked = await rowsOf(database, project.id, ['asked'], 1000);
    const granted = await rowsOf(database, project.id, ['granted'], 1000);
    const over = await rowsOf(database, project.id, ['refused', 'cleared'], 200);
    return { json: { waivers: [...asked, ...granted, ...over].map((row) => waiverInfo(row, account.id)) } };
  },
});
