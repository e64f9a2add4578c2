import type { Edit } from '../edits/edit.js';
import type { Ruling, SceneLayer } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** Sets what is known of a layer; null for a member takes it away. `Base` keeps its name and has nothing above it. */
export function planLayer(
  scene: Scene,
  name: string,
  change: { colour?: string; parent?: string | null } & Ruling,
): Edit[] {
  const from = scene.layers.get(name) ?? null;
  const { parent, ...rest } = { ...from, ...change };
  const to: SceneLayer = { ...tidyRuling(rest), name, ...(parent && name !== 'Base' ? { parent } : {}) };
  return [{ kind: 'named-layer', name, from, to }];
}

/** A layer under another name: its objects, the layers in it and the views that know it come along. */
export function planRenameLayer(scene: Scene, name: string, to: string): Edit[] {
  if (name === 'Base' || to === name || !to) return [];
  const edits = moveObjects(scene, name, to);
  const record = scene.layers.get(name) ?? null;
  if (record) edits.push({ kind: 'named-layer', name, from: record, to: null });
  // Into a layer that is there already: that one's own rules stay.
  if (record && !scene.layers.has(to))
    edits.push({ kind: 'named-layer', name: to, from: null, to: { ...record, name: to } });
  return [...edits, ...followers(scene, name, to)];
}

/** A layer away: its objects go to `Base`, the layers in it to what it lay in. Never an object with it. */
export function planRemoveLayer(scene: Scene, name: string): Edit[] {
  if (name === 'Base') return [];
  const record = scene.layers.get(name) ?? null;
  return [
    ...moveObjects(scene, name, 'Base'),
    ...followers(scene, name, record?.parent),
    ...(record ? [{ kind: 'named-layer' as const, name, from: record, to: null }] : []),
  ];
}

function moveObjects(scene: Scene, from: string, to: string): Edit[] {
  const edits: Edit[] = [];
  for (const { id, layer } of scene.walk())
    if (layer === from) edits.push({ kind: 'set', object: id, field: 'layer', from, to });
  return edits;
}
function followers(scene: Scene, name: string, to: string | undefined): Edit[] {
  const edits: Edit[] = [];
  for (const layer of scene.layers.values()) {
    if (layer.parent !== name) continue;
    const { parent: _gone, ...rest } = layer;
    const next = to === undefined || to === layer.name ? rest : { ...rest, parent: to };
    edits.push({ kind: 'named-layer', name: layer.name, from: layer, to: next });
  }
  return edits;
}

/** What says nothing is left out, so that equal rules are equal records. */
export function tidyRuling<R extends Ruling>(ruling: R): R {
  const { switches, display, ...rest } = ruling;
  const off = Object.fromEntries(Object.entries(switches ?? {}).filter(([, on]) => on === false));
  return {
    ...rest,
    ...(Object.keys(off).length ? { switches: off } : {}),
    ...(display && display !== 'solid' ? { display } : {}),
  } as R;
}
