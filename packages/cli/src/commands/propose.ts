import { RenquilError } from '@renquil/core/errors';
import { highConfidence, leastConfidence, type NameProposal } from '@renquil/core/names/propose';
import { parseQuery } from '@renquil/core/query';
import { PathBook } from '@renquil/core/scene';
import { proposeNames } from '@renquil/core/workbench';
import { printable, type ChangeList } from '@renquil/formats';
import type { Command } from '../command.js';
import { openConvention } from '../convention-file.js';
import { oneOf } from '../one-of.js';
import { openFile } from '../scene-file.js';

/** `renquil propose`: names by a convention, with why. */
export const propose: Command = {
  name: 'propose',
  says: 'Proposes names by a convention, with how sure each is and why. Ends with 1 when some stay open or unsure.',
  usage:
    'renquil propose FILE [--convention C.json] [--facing +Z|-Z|+X|-X] [--where QUERY] [--min-confidence 0.8] [--format text|json] [--out changes.json]',
  options: {
    convention: { type: 'string' },
    facing: { type: 'string' },
    where: { type: 'string' },
    'min-confidence': { type: 'string' },
    format: { type: 'string' },
    out: { type: 'string' },
  },
  files: { least: 1, most: 1 },
  run([file], values, host) {
    const least = Number(values['min-confidence'] ?? highConfidence);
    if (!(least >= 0 && least <= 1))
      throw new RenquilError('usage', { detail: '--min-confidence takes a number from 0 to 1.' });
    const format = oneOf('format', values['format'] ?? 'text', ['text', 'json'] as const);
    const convention = openConvention(
      values['convention'] as string | undefined,
      host,
      values['facing'] as string | undefined,
    );
    const query = values['where'] === undefined ? null : parseQuery(String(values['where']));
    const { scene } = openFile(file!, host);
    const objects = [...scene.walk()]
      .filter((object) => !query || query(scene, object))
      .map((object) => object.id);
    const made = proposeNames(scene, convention, objects);
    const taken = made.filter(
      (one) => one.after !== null && one.after !== one.before && one.confidence >= least,
    );
    const unsure = made.filter((one) => one.after !== one.before && !taken.includes(one));
    if (format === 'json') host.print(`${JSON.stringify({ taken, unsure }, null, 2)}\n`);
    else {
      const paths = new PathBook(scene);
      for (const one of taken) host.print(line(one, paths));
      for (const one of unsure) host.print(`not sure: ${line(one, paths)}`);
      host.print(
        `${taken.length} of ${made.length} names proposed at ${least} or surer, ${unsure.length} not sure\n`,
      );
    }
    if (values['out'] !== undefined) {
      const list: ChangeList = {
        renquil: 'changes/1',
        changes: taken.map((one) => ({ op: 'rename', object: one.object, to: one.after! })),
      };
      host.write(String(values['out']), new TextEncoder().encode(`${JSON.stringify(list, null, 2)}\n`));
    }
    return unsure.length ? 1 : 0;
  },
};

/**
 * A name, or where what has none is; what becomes of it, and why: of what is not in the name already, the least sure
 * first. Of a name that cannot be put together, what is known.
 */
function line({ object, before, after, confidence, guesses, open }: NameProposal, paths: PathBook): string {
  const known = guesses.filter(({ text, confidence }) => text && confidence >= leastConfidence);
  const told = known.map(({ slot, text }) => `${slot} ${printable(text)}`).join(', ');
  const to = after === null ? `? (${open.join(', ')} unknown${told && `; ${told}`})` : printable(after);
  const changes = guesses
    .filter(({ text, reason }) => reason !== 'own' && !before.split(/[^A-Za-z0-9]+/).includes(text))
    .sort((a, b) => a.confidence - b.confidence)
    .slice(0, 2)
    .map(
      ({ slot, text, because }) => `${slot} ${text ? printable(text) : 'left out'}: ${printable(because)}`,
    );
  const why =
    after === null
      ? ''
      : `  ${confidence.toFixed(2)} ${changes.join('; ') || 'its words, written as they should be'}`;
  return `${printable(before || paths.path(object))} -> ${to}${why}\n`;
}
