import { RenquilError } from '@renquil/core/errors';
import { changesCsv, changesOfListings } from '@renquil/formats';
import type { Command } from '../command.js';
import { oneOf } from '../one-of.js';

/** `renquil changes`: how one listing becomes another. */
export const changes: Command = {
  name: 'changes',
  says: 'Writes the change list that makes one scene listing another: objects are told by the ids of the listings.',
  usage: 'renquil changes BEFORE.json AFTER.json [--format json|csv] [--out changes.json]',
  options: { format: { type: 'string' }, out: { type: 'string' } },
  files: { least: 2, most: 2 },
  run([before, after], values, host) {
    const format = oneOf('format', values['format'] ?? 'json', ['json', 'csv']);
    const list = changesOfListings(
      { bytes: host.read(before!), file: before! },
      { bytes: host.read(after!), file: after! },
    );
    const text = format === 'csv' ? changesCsv(list) : `${JSON.stringify(list, null, 1)}\n`;
    if (values['out'] === undefined) host.print(text);
    else {
      if (values['out'] === before || values['out'] === after)
        throw new RenquilError('usage', { detail: '--out would write over one of the listings.' });
      host.write(String(values['out']), new TextEncoder().encode(text));
      host.print(`${list.changes.length} changes\n`);
    }
    return 0;
  },
};
