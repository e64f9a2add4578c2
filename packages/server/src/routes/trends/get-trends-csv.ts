import { endpoints } from '@renquil/api';
import { writeCsv } from '@renquil/formats';
import { listTrends } from '../../db/trends.js';
import { defineRoute } from '../../http/route.js';
import { askedTrends } from '../../services/asked-trends.js';
import { attachment } from '../handoffs/get-handoff-file.js';

export const getTrendsCsv = defineRoute(endpoints.getTrendsCsv, {
  async handle({ project, query }, { database }) {
    const { asked } = await askedTrends(database, project.id, query);
    const { days, checks } = await listTrends(database, project.id, asked);
    const header = [
      'day',
      'blockers',
      'warnings',
      'notes',
      'names',
      'names that fit',
      ...checks.map(({ check }) => check),
    ];
    const rows = days.map(({ day, named, fitting, found }, at) => [
      day,
      found?.blocker ?? '',
      found?.warning ?? '',
      found?.note ?? '',
      named,
      fitting,
      ...checks.map((one) => one.found[at] ?? ''),
    ]);
    return {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8; header=present',
        'Content-Disposition': attachment(`${project.slug}-trends.csv`),
        'Cache-Control': 'no-store',
      },
      stream: (async function* () {
        yield await Promise.resolve(new TextEncoder().encode(writeCsv(header, rows)));
      })(),
    };
  },
});
