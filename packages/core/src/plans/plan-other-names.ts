import type { Edit } from '../edits/edit.js';
import { withSlot } from '../names/recipe/set-slot.js';
import { ownWords } from '../names/propose/own-words.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { OtherThing } from '../names/slots/convention.js';
import { readName, type Misfit } from '../names/slots/read-name.js';
import { splitWords } from '../names/split-words.js';
import type { Scene } from '../scene/scene.js';
import { planRenameLayer } from './plan-layers.js';

/** Something with a name that is no object. */
export interface NamedThing {
  readonly thing: OtherThing;
  /** Place among the materials or shapes; the name itself tells a layer or set. */
  readonly index: number;
  readonly name: string;
  /** Objects that have it. */
  readonly used: number;
  readonly misfit: Misfit | null;
  /** What its pattern would make of its words; null: it fits, has no pattern, or too little is known. */
  readonly wanted: string | null;
}

/** All materials, shapes, layers or sets of a scene with what the convention says of their names. */
export function namedThings(scene: Scene, convention: CompiledConvention, thing: OtherThing): NamedThing[] {
  const used = usesOf(scene, thing);
  const names =
    thing === 'material'
      ? scene.materials.map(({ name }) => name)
      : thing === 'shape'
        ? scene.shapes.map(({ name }) => name)
        : thing === 'layer'
          ? [...new Set([...used.keys(), ...scene.layers.keys()] as string[])].sort()
          : [...scene.sets.keys()];
  return names.map((name, index) => {
    const key = thing === 'material' || thing === 'shape' ? index : name;
    return { thing, index, name, used: used.get(key) ?? 0, ...judge(convention, thing, name) };
  });
}

function judge(
  convention: CompiledConvention,
  thing: OtherThing,
  name: string,
): Pick<NamedThing, 'misfit' | 'wanted'> {
  const pattern = convention.pattern(thing);
  if (!pattern) return { misfit: null, wanted: null };
  const reading = readName(convention, thing, name);
  if (reading.fits) return { misfit: null, wanted: null };
  const { words } = ownWords(convention, thing, name);
  // A word that no slot takes would be lost.
  const spans = [...reading.slots.values()];
  const all = splitWords(name).every(({ start, end }) =>
    spans.some((span) => span.start <= start && span.end >= end),
  );
  const [first] = all ? words : [];
  const wanted = first ? withSlot(convention, thing, name, new Map([[first[0], first[1].wanted]])) : name;
  const misfit = reading.misfits[0] ?? null;
  return { misfit, wanted: wanted !== name && readName(convention, thing, wanted).fits ? wanted : null };
}

function usesOf(scene: Scene, thing: OtherThing): Map<number | string, number> {
  const used = new Map<number | string, number>();
  const add = (key: number | string): void => void used.set(key, (used.get(key) ?? 0) + 1);
  for (const { materials, shape, layer } of scene.walk()) {
    if (thing === 'material') for (const at of new Set(materials)) add(at);
    else if (thing === 'shape' && shape !== null) add(shape);
    else if (thing === 'layer') add(layer);
  }
  if (thing === 'set')
    for (const set of scene.sets.values()) if (set.how === 'fixed') used.set(set.name, set.objects.length);
  return used;
}

/** The edits that give a thing another name; none when the name is taken by another layer or set, or is no name. */
export function planRenameThing(scene: Scene, { thing, index, name }: NamedThing, to: string): Edit[] {
  if (to === name) return [];
  switch (thing) {
    case 'material':
    case 'shape':
      return [{ kind: 'rename-thing', thing, index, from: name, to }];
    case 'layer':
      return name === 'Base' || !to ? [] : planRenameLayer(scene, name, to);
    case 'set': {
      const set = scene.sets.get(name);
      if (!set || !to || scene.sets.has(to)) return [];
      return [
        { kind: 'named-set', name, from: set, to: null },
        { kind: 'named-set', name: to, from: null, to: { ...set, name: to } },
      ];
    }
  }
}

/** Every shape called after the first object in tree order that shows it, with an ending if asked. Empty names are not taken over. */
export function planShapesFollow(scene: Scene, ending = ''): Edit[] {
  const first = new Map<number, string>();
  for (const { shape, name } of scene.walk())
    if (shape !== null && name && !first.has(shape)) first.set(shape, name);
  return [...first].flatMap(([index, name]): Edit[] => {
    const from = scene.shapes[index]!.name;
    const to = name + ending;
    return from === to ? [] : [{ kind: 'rename-thing', thing: 'shape', index, from, to }];
  });
}
