import { RenquilError } from '@renquil/core/errors';
import { applyChangeList, readChangesCsv } from '@renquil/formats';
import { parseChangeList } from '@renquil/formats/schemas';
import type { Host } from '../host.js';
import type { Command } from '../command.js';
import { openLarge, openWhole } from '../open-for-names.js';
import { readJson } from '../scene-file.js';

/** `renquil apply`: a change list over a file. */
export const apply: Command = {
  name: 'apply',
  says: 'Applies a change list to a file, all of it or nothing.',
  usage: 'renquil apply FILE --changes changes.json|changes.csv --out FILE2',
  options: { changes: { type: 'string' }, out: { type: 'string' } },
  files: { least: 1, most: 1 },
  run([file], values, host) {
    if (values['changes'] === undefined || values['out'] === undefined)
      throw new RenquilError('usage', { detail: 'apply needs --changes changes.json and --out FILE2.' });
    const list = parseChangeList(readChanges(String(values['changes']), host));
    let opened = openLarge(file!, host) ?? openWhole(file!, host);
    let change = applyChangeList(opened.scene, list);
    if (!opened.save(String(values['out']))) {
      // Its shapes change as well.
      opened = openWhole(file!, host);
      change = applyChangeList(opened.scene, list);
      opened.save(String(values['out']));
    }
    host.print(`${list.changes.length} changes applied, ${change.edits.length} edits\n`);
    return 0;
  },
};
/** By what is in it: a list as JSON begins with a brace. */
function readChanges(path: string, host: Host): unknown {
  const start = new TextDecoder().decode(host.read(path).subarray(0, 4096));
  if (/^\ufeff?\s*[[{]/.test(start)) return readJson(path, host);
  return readChangesCsv(new TextDecoder().decode(host.read(path)));
}
