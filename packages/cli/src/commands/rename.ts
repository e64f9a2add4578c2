import { applyChange } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { runRecipe } from '@renquil/core/names/recipe';
import { planRename } from '@renquil/core/plans';
import { parseQuery } from '@renquil/core/query';
import type { ChangeList } from '@renquil/formats';
import { parseRecipe } from '@renquil/formats/schemas';
import { printable } from '@renquil/formats';
import type { Command } from '../command.js';
import { openConvention } from '../convention-file.js';
import { openLarge, openWhole } from '../open-for-names.js';
import { readJson } from '../scene-file.js';

/** `renquil rename`: a recipe over the names of a file. */
export const rename: Command = {
  name: 'rename',
  says: 'Runs a recipe over the names of a file. Prints what changes; writes only with --out or --changes.',
  usage:
    'renquil rename FILE --recipe R.json [--convention C.json] [--facing +Z|-Z|+X|-X] [--where QUERY] [--out FILE2] [--changes changes.json] [--dry-run]',
  options: {
    recipe: { type: 'string' },
    convention: { type: 'string' },
    facing: { type: 'string' },
    where: { type: 'string' },
    out: { type: 'string' },
    changes: { type: 'string' },
    'dry-run': { type: 'boolean' },
  },
  files: { least: 1, most: 1 },
  run([file], values, host) {
    if (values['recipe'] === undefined)
      throw new RenquilError('usage', { detail: 'rename needs --recipe R.json.' });
    const recipe = parseRecipe(readJson(String(values['recipe']), host));
    const query = values['where'] === undefined ? null : parseQuery(String(values['where']));
    const convention = openConvention(
      values['convention'] as string | undefined,
      host,
      values['facing'] as string | undefined,
    );
    const out = values['out'] === undefined ? null : String(values['out']);
    const isGlb = out === null || /\.glb$/i.test(out);
    const opened = (isGlb ? openLarge(file!, host) : null) ?? openWhole(file!, host);
    const { scene } = opened;
    const objects = [...scene.walk()]
      .filter((object) => !query || query(scene, object))
      .map((object) => object.id);
    const made = runRecipe(scene, objects, recipe.steps, { policy: recipe.clashes ?? 'stop', convention });
    const open = made.clashes.filter((clash) => clash.way === null);
    for (const [id, to] of made.names) host.print(`${printable(scene.get(id).name)} -> ${printable(to)}\n`);
    for (const clash of open)
      host.complain(
        `clash: "${printable(clash.wanted)}" is wanted by object ${clash.object} and belongs to object ${clash.with}\n`,
      );
    if (open.length) {
      host.complain(
        `${open.length} clashes, nothing was written. Set "clashes" in the recipe to "number-on" or "skip".\n`,
      );
      return 1;
    }
    host.print(`${made.names.size} of ${objects.length} names change\n`);
    if (values['dry-run']) return 0;
    const edits = planRename(scene, made.names);
    const list: ChangeList = {
      renquil: 'changes/1',
      changes: edits
        .map((edit) =>
          edit.kind === 'rename' ? { op: 'rename' as const, object: edit.object, to: edit.to } : null,
        )
        .filter((c) => c !== null),
    };
    if (values['changes'] !== undefined)
      host.write(String(values['changes']), new TextEncoder().encode(`${JSON.stringify(list, null, 2)}\n`));
    const result = applyChange(scene, { label: recipe.name, edits });
    if (!result.ok) throw new RenquilError('change-invalid', { detail: result.detail });
    if (out !== null) opened.save(out);
    return 0;
  },
};
