import type { Edit } from '../edits/edit.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { offBy } from '../scene/switched.js';
import { homeWords, type StaysHome } from '../targets/stays-home.js';

/** A line of the tree of what goes and what stays home. */
export interface GoesRow {
  readonly id: ObjectId;
  readonly depth: number;
  readonly hasChildren: boolean;
  readonly isOpen: boolean;
  readonly goes: boolean;
  /** Why the top of a branch stays; empty: it goes, or stays with what is above it. */
  readonly why: string;
  /** Whether its own switch decides: it goes, or stays for no other reason. */
  readonly isSwitched: boolean;
}
/** How the tree is unfolded. */
export interface GoesUnfolded {
  readonly open: ReadonlySet<ObjectId>;
  /** Only branches in which something stays, all of them unfolded down to it. */
  readonly onlyHome: boolean;
}

/** The lines that are seen, parents first. The cost is what is unfolded; with `onlyHome`, what stays and what is above it. */
export function goesRows(scene: Scene, home: StaysHome, { open, onlyHome }: GoesUnfolded): GoesRow[] {
  const tops = new Map(home.tops.map((top) => [top.id, top]));
  const leads = onlyHome ? above(scene, home) : null;
  const rows: GoesRow[] = [];
  const waiting = [...scene.roots].reverse().map((id) => ({ id, depth: 0 }));
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { id, depth } = next;
    if (leads && !leads.has(id) && !home.all.has(id)) continue;
    const object = scene.get(id);
    const top = tops.get(id);
    const goes = !home.all.has(id);
    const isOpen = object.children.length > 0 && (open.has(id) || leads?.has(id) === true);
    rows.push({
      ...{ id, depth, isOpen, goes, hasChildren: object.children.length > 0 },
      why: top ? sayWhy(scene, id, top) : '',
      isSwitched: goes || (top?.why === 'switch' && !object.switches.goes),
    });
    if (isOpen)
      for (const child of [...object.children].reverse()) waiting.push({ id: child, depth: depth + 1 });
  }
  return rows;
}
/** What is above tops of what stays. */
function above(scene: Scene, { tops }: StaysHome): ReadonlySet<ObjectId> {
  const found = new Set<ObjectId>();
  for (const { id } of tops) {
    for (let at = scene.get(id).parent; at !== null && !found.has(at); at = scene.get(at).parent)
      found.add(at);
  }
  return found;
}
function sayWhy(scene: Scene, id: ObjectId, { why, prefix }: StaysHome['tops'][number]): string {
  if (prefix) return `${homeWords[why]} ${prefix}`;
  if (why !== 'switch') return homeWords[why];
  const off = offBy(scene, scene.get(id), 'goes');
  return off && off.by !== 'itself' ? `${homeWords[why]} by the ${off.by} ${off.name}` : homeWords[why];
}

/** Lets objects go, or leaves them at home, by their own switch. */
export function planGoes(scene: Scene, ids: readonly ObjectId[], goes: boolean): Edit[] {
  return ids.flatMap((object): Edit[] => {
    const { switches } = scene.get(object);
    if (switches.goes === goes) return [];
    return [{ kind: 'set', object, field: 'switches', from: switches, to: { ...switches, goes } }];
  });
}
