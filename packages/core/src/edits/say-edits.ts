import type { Scene } from '../scene/scene.js';
import type { Edit } from './edit.js';

const switchWords = {
  shown: ['show', 'hide'],
  pickable: ['let people pick', 'keep from being picked:'],
  rendered: ['render', 'do not render'],
  goes: ['let', 'keep'],
} as const;

function saySet(scene: Scene, edit: Extract<Edit, { kind: 'set' }>, name: string): string {
  const { field, to } = edit;
  if (field === 'shape' && to !== null)
    return `give ${name} the shape "${scene.shapes[to as number]?.name ?? ''}"`;
  if (field === 'layer') return `put ${name} into the layer "${to as string}"`;
  if (field !== 'switches') return `set the ${field} of ${name}`;
  const [was, is] = [edit.from, to] as readonly Partial<Record<string, boolean>>[];
  const changed = Object.entries(switchWords).filter(([key]) => was?.[key] !== is?.[key]);
  const [only] = changed;
  if (changed.length !== 1 || !only) return `set the switches of ${name}`;
  const [key, [on, off]] = only;
  const word = is?.[key] ? on : off;
  return key === 'goes' ? `${word} ${name} ${is?.[key] ? 'go' : 'home'}` : `${word} ${name}`;
}

/** What a list of edits does, in a few words; made before they are applied. */
export function sayEdits(scene: Scene, edits: readonly Edit[]): string {
  const name = (id: number): string => `"${scene.find(id)?.name ?? ''}"`;
  const said = new Map<string, number>();
  const add = (text: string): void => void said.set(text, (said.get(text) ?? 0) + 1);
  for (const edit of edits) {
    if (edit.kind === 'rename') add(`rename ${name(edit.object)} to "${edit.to}"`);
    else if (edit.kind === 'rename-thing') add(`rename the ${edit.thing} "${edit.from}" to "${edit.to}"`);
    else if (edit.kind === 'remove') add(`remove "${edit.branch.data.name}"`);
    else if (edit.kind === 'insert') add(`make "${edit.branch.data.name}"`);
    else if (edit.kind === 'attribute') add(`set ${edit.key} to ${JSON.stringify(edit.to ?? null)}`);
    else if (edit.kind === 'set') add(saySet(scene, edit, name(edit.object)));
    else if (edit.kind === 'move') {
      const parent = edit.to.parent;
      add(
        parent === edit.from.parent
          ? 'put objects in order'
          : `put ${name(edit.object)} under ${parent === null ? 'the top' : name(parent)}`,
      );
    } else if (edit.kind === 'transform') add(`place ${name(edit.object)}`);
    else add(`change ${edit.name}`);
  }
  const texts = [...said.keys()];
  const more = texts.length > 3 ? ` and ${texts.length - 3} more` : '';
  return texts.slice(0, 3).join(', ') + more;
}
