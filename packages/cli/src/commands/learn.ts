import { RenquilError } from '@renquil/core/errors';
import { learnConvention } from '@renquil/core/names/learn';
import { parseQuery } from '@renquil/core/query';
import type { Command } from '../command.js';
import { openFile } from '../scene-file.js';

/** `renquil learn`: a convention out of the names of files. */
export const learn: Command = {
  name: 'learn',
  says: 'Reads a convention out of files whose names are as they should be. Prints what it found and how many names bear it out.',
  usage: 'renquil learn FILE... [--where QUERY] [--name NAME] --out C.json',
  options: { where: { type: 'string' }, name: { type: 'string' }, out: { type: 'string' } },
  files: { least: 1, most: Infinity },
  run(files, values, host) {
    if (values['out'] === undefined) throw new RenquilError('usage', { detail: 'learn needs --out C.json.' });
    const query = values['where'] === undefined ? null : parseQuery(String(values['where']));
    const from = files.map((file) => {
      const { scene } = openFile(file, host);
      const objects = [...scene.walk()]
        .filter((object) => !query || query(scene, object))
        .map((object) => object.id);
      return { scene, objects };
    });
    const learned = learnConvention(from, String(values['name'] ?? 'Learned'));
    for (const { says, holds, asked } of learned.guesses) host.print(`${says}  (${holds} of ${asked})\n`);
    host.print(`${learned.fits} of ${learned.names} names fit what was learned\n`);
    const text = `${JSON.stringify(learned.convention, null, 2)}\n`;
    host.write(String(values['out']), new TextEncoder().encode(text));
    return 0;
  },
};
