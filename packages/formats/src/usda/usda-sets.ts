import { isObject } from '../gltf/guards.js';
import { ourWords } from './usda-facts.js';
import type { UsdaOutline } from './usda-outline.js';
import type { UsdaStage } from './usda-stage.js';

/** A collection of a prim (OpenUSD, UsdCollectionAPI) as a set. */
export interface UsdaCollection {
  /** In the scene; no two have one. */
  readonly name: string;
  /** Its prim, and what it is called there. */
  readonly place: number;
  readonly instance: string;
  /** Nodes of what it holds. */
  readonly nodes: readonly number[];
  /** Where something is left out: what it says itself, of which what stands below counts; null: `nodes` is what it says. */
  readonly said: { readonly included: readonly number[]; readonly excluded: readonly number[] } | null;
  /** What a set rules, as it was written beside it. */
  readonly ruling: Readonly<Record<string, unknown>>;
}
/** Objects in all collections of a layer. */
const mostMembers = 5_000_000;

/** The collections of a layer in the order of its prims. What is left out of one counts: then what it holds is told one by one. */
export function collectionsOf(stage: UsdaStage, outline: UsdaOutline): UsdaCollection[] {
  const found: UsdaCollection[] = [];
  const names = new Set<string>();
  let left = mostMembers;
  for (const place of placesWith(stage, outline))
    for (const property of stage.properties(place, (name) => name.startsWith('collection:'))) {
      const instance = /^collection:(.+):includes$/.exec(property.name)?.[1];
      if (instance === undefined || property.type !== 'rel' || property.part || property.op === 'delete')
        continue;
      const { said, called } = saidOf(stage, property.meta?.fields.last('customData')?.value);
      const name = freeName(called ?? instance, `${instance} of ${stage.namespace.pathOf(place)}`, names);
      if (name === null) continue;
      names.add(name);
      const { nodes, ...list } = nodesOf(stage, outline, place, instance);
      left -= nodes.length;
      if (left < 0) return found;
      found.push({ name, place, instance, nodes, said: list.said, ruling: said });
    }
  return found;
}
/** Objects of which a layer says a collection at all, in their order. */
function placesWith({ layer, namespace }: UsdaStage, outline: UsdaOutline): number[] {
  const nodes = new Set<number>();
  layer.scopes.forEach(({ prim }, scope) => {
    if (prim >= 0 && layer.properties.has(scope, (name) => name.startsWith('collection:')))
      nodes.add(outline.nodeOf[namespace.ofPrim[prim]!]!);
  });
  nodes.delete(-1);
  return [...nodes].sort((a, b) => a - b).map((node) => outline.places[node]!);
}
function freeName(wanted: string, else_: string, taken: ReadonlySet<string>): string | null {
  return [wanted, else_].find((name) => !taken.has(name)) ?? null;
}
function saidOf(
  stage: UsdaStage,
  value: Parameters<typeof ourWords>[1],
): { readonly said: Record<string, unknown>; readonly called: string | null } {
  const { name, ...said } = ourWords(stage, value);
  return { said, called: typeof name === 'string' && name ? name : null };
}
function nodesOf(
  stage: UsdaStage,
  outline: UsdaOutline,
  place: number,
  instance: string,
): Pick<UsdaCollection, 'nodes' | 'said'> {
  const members = (what: string): number[] => {
    const value = stage.property(place, `collection:${instance}:${what}`)?.value;
    const places = value ? stage.pathsIn(value, place) : [];
    return places.flatMap((at) => (outline.nodeOf[at]! >= 0 ? [outline.nodeOf[at]!] : []));
  };
  const [included, excluded] = [members('includes'), members('excludes')];
  if (!excluded.length) return { nodes: [...new Set(included)], said: null };
  const nodes = expanded(included, excluded, (node) => outline.children[node]!);
  return { nodes, said: { included, excluded } };
}
/** What stands in some branches but for some. */
export function expanded(
  included: readonly number[],
  excluded: readonly number[],
  children: (at: number) => readonly number[],
): number[] {
  const out = new Set(excluded);
  const found = new Set<number>();
  const stack = [...included].reverse();
  while (stack.length) {
    const node = stack.pop()!;
    if (out.has(node) || found.has(node)) continue;
    found.add(node);
    for (const child of [...children(node)].reverse()) stack.push(child);
  }
  return [...found];
}

/** What Renquil keeps of a whole layer: live sets, layers and views, objects by their paths. */
export type Board = Readonly<Record<string, unknown>>;
/** As it stands in the text. */
export function keptBoard(stage: UsdaStage): Board {
  const value = stage.layer.parts[0]!.meta?.fields.last('customLayerData')?.value;
  return ourWords(stage, value);
}
/** Joints have no path of their own: that of their skeleton, this sign, and how its list has them. */
export const jointSign = '#';
/** The sets, layers and views of a layer as the root of a .glb has them: objects by their nodes. */
export function boardOf(
  stage: UsdaStage,
  outline: UsdaOutline,
  collections: readonly UsdaCollection[],
): Board {
  const kept = keptBoard(stage);
  const lists = (name: string): Record<string, unknown>[] =>
    Array.isArray(kept[name]) ? (kept[name] as unknown[]).filter(isObject) : [];
  const hasPaths = [...lists('sets'), ...lists('views')].some(({ paths }) => Array.isArray(paths));
  const nodeOf = hasPaths ? nodesByPath(stage, outline) : new Map<string, number>();
  const byNode = ({ paths, ...rest }: Record<string, unknown>): Record<string, unknown> => ({
    ...rest,
    ...(Array.isArray(paths) ? { nodes: paths.flatMap((path) => nodeOf.get(String(path)) ?? []) } : {}),
  });
  const sets = [
    ...collections.map(({ name, nodes, ruling }) => ({ ...ruling, name, nodes })),
    ...lists('sets').map(byNode),
  ];
  const views = lists('views').map(byNode);
  return {
    ...kept,
    ...(sets.length ? { sets } : {}),
    ...(views.length ? { views } : {}),
  };
}
function nodesByPath(stage: UsdaStage, outline: UsdaOutline): Map<string, number> {
  const { namespace } = stage;
  const paths: string[] = [];
  const found = new Map<string, number>();
  outline.places.forEach((place, node) => {
    const { parent } = namespace.places[place]!;
    const path =
      parent < 0
        ? namespace.pathOf(place)
        : `${paths[parent] ?? namespace.pathOf(parent)}/${namespace.places[place]!.name}`;
    paths[place] = path;
    found.set(path, node);
  });
  outline.joints.forEach(({ skeleton, path }, at) =>
    found.set(namespace.pathOf(skeleton) + jointSign + path, outline.places.length + at),
  );
  return found;
}
