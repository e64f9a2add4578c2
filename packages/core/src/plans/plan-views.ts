import type { Edit } from '../edits/edit.js';
import type { SceneView } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { tidyRuling } from './plan-layers.js';

/** What is hidden now, by objects' own switches, by layers and by sets, to be kept under a name. */
export function viewNow(scene: Scene, name: string): SceneView {
  const hidden: number[] = [];
  for (const object of scene.walk()) if (!object.switches.shown) hidden.push(object.id);
  const off = (rulings: Iterable<{ name: string; switches?: { shown?: boolean } }>): string[] =>
    [...rulings].filter((one) => one.switches?.shown === false).map((one) => one.name);
  return { name, hidden, layers: off(scene.layers.values()), sets: off(scene.sets.values()) };
}

/** The edits that show what a view shows: what it hides is off, all else on. Null stands for the view of everything. */
export function planView(scene: Scene, view: SceneView | null): Edit[] {
  const edits: Edit[] = [];
  const hidden = new Set(view?.hidden);
  for (const { id, switches } of scene.walk()) {
    const shown = !hidden.has(id);
    if (switches.shown !== shown)
      edits.push({ kind: 'set', object: id, field: 'switches', from: switches, to: { ...switches, shown } });
  }
  const layers = new Set(view?.layers);
  for (const name of new Set([...scene.layers.keys(), ...layers])) {
    const from = scene.layers.get(name) ?? null;
    const shown = !layers.has(name);
    if ((from?.switches?.shown ?? true) === shown) continue;
    const to = tidyRuling({ ...from, name, switches: { ...from?.switches, shown } });
    edits.push({ kind: 'named-layer', name, from, to });
  }
  const sets = new Set(view?.sets);
  for (const [name, from] of scene.sets) {
    const shown = !sets.has(name);
    if ((from.switches?.shown ?? true) === shown) continue;
    const to = tidyRuling({ ...from, switches: { ...from.switches, shown } });
    edits.push({ kind: 'named-set', name, from, to });
  }
  return edits;
}
