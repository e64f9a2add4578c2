import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { readChunks } from '../../db/files.js';
import { listHandoffFiles } from '../../db/handoffs.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

const types: Record<string, string> = {
  glb: 'model/gltf-binary',
  csv: 'text/csv; charset=utf-8',
  json: 'application/json',
  sarif: 'application/sarif+json',
};

/** RFC 6266 with RFC 5987 for names outside ASCII. */
export function attachment(name: string): string {
  const encoded = encodeURIComponent(name).replace(
    /['()*]/g,
    (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`,
  );
  return `attachment; filename="${name.replace(/[^\x20-\x7e]|["\\]/g, '_')}"; filename*=UTF-8''${encoded}`;
}

export const getHandoffFile = defineRoute(endpoints.getHandoffFile, {
  async handle({ params }, { database }) {
    const file = (await listHandoffFiles(database, toId(params.handoff))).find((f) => f.name === params.name);
    if (!file) throw new RenquilError('not-found', { what: 'file in this package' });
    const type = types[file.name.split('.').pop() ?? ''] ?? 'application/octet-stream';
    return {
      headers: {
        'Content-Type': type,
        'Content-Disposition': attachment(file.name),
        'Content-Length': String(file.bytes),
      },
      stream: readChunks(database, file.file_id),
    };
  },
});
