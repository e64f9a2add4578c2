import { endpoints } from '@renquil/api';
import { listMarks, listTrends } from '../../db/trends.js';
import { defineRoute } from '../../http/route.js';
import { askedTrends } from '../../services/asked-trends.js';

export const getTrends = defineRoute(endpoints.getTrends, {
  async handle({ project, query }, { database }) {
    const { asked, scenes } = await askedTrends(database, project.id, query);
    const [{ days, checks }, marks] = await Promise.all([
      listTrends(database, project.id, asked),
      listMarks(database, project.id, asked),
    ]);
    return { json: { days, checks, marks, scenes } };
  },
});
