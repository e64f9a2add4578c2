import { endpoints } from '@renquil/api';
import { writeCsv } from '@renquil/formats';
import { listFullAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { attachment } from '../handoffs/get-handoff-file.js';

const atOnce = 1000;
const columns = ['at', 'kind', 'who', 'what', 'scene'];

export const getAuditCsv = defineRoute(endpoints.getAuditCsv, {
  async handle({ project, query }, { database }) {
    const kind = query.kind ?? null;
    return {
      headers: {
        'Content-Type': 'text/csv; charset=utf-8; header=present',
        'Content-Disposition': attachment(`${project.slug}-audit.csv`),
        'Cache-Control': 'no-store',
      },
      stream: (async function* () {
        const encoder = new TextEncoder();
        yield encoder.encode(writeCsv(columns, []));
        for (let before = Number.MAX_SAFE_INTEGER; ;) {
          const rows = await listFullAudit(database, project.id, { before, kind, limit: atOnce });
          if (!rows.length) return;
          const lines = rows.map((row) => [
            row.created_at.toISOString(),
            row.kind,
            row.who,
            row.what,
            row.scene ?? '',
          ]);
          const text = writeCsv(columns, lines);
          yield encoder.encode(text.slice(text.indexOf('\n') + 1));
          before = rows.at(-1)!.id;
        }
      })(),
    };
  },
});
