import { readJson } from '@renquil/core/own-json';
import { isObject } from '../gltf/guards.js';
import type { UsdaProperty } from './usda-properties.js';
import type { UsdaStage } from './usda-stage.js';
import { entriesOf, valueOf, type UsdaEntry } from './usda-dictionary.js';
import { chars, type Span } from './usda-scanner.js';
import { isString, stringText } from './usda-value.js';
import { stringsIn } from './xform-ops.js';

/** Values of a list that become an attribute, at most: what is longer is data, not a note about the object. */
const mostValues = 64;
/** Whether a property is of those that people add to what the format has. */
function isNote(name: string, isCustom: boolean): boolean {
  return isCustom || name.startsWith('userProperties:') || name.startsWith('primvars:');
}
function isSaid({ type, part, value }: UsdaProperty): boolean {
  return value !== null && !part && type !== 'rel';
}
/** A primvar that is one for all of its prim (UsdGeomPrimvar, `constant`, which it is where nothing is said); others are of its points and faces. */
export function isOfParts(stage: UsdaStage, { name, meta }: UsdaProperty): boolean {
  if (!name.startsWith('primvars:')) return false;
  const how = stage.text(meta?.fields.last('interpolation')?.value);
  return name.endsWith(':indices') || (how !== null && how !== 'constant');
}
const plain: ReadonlySet<string> = new Set(['', 'Xform', 'Scope', 'Mesh', 'Camera']);

/** What is said of a prim beside its place, shape and name: the attributes of its object. */
export function attributesOf(stage: UsdaStage, place: number): Record<string, unknown> {
  let made: Record<string, unknown> | null = null;
  const put = (name: string, value: unknown): void => {
    // A name such as `__proto__` is a name like any other.
    made ??= Object.create(null) as Record<string, unknown>;
    made[name] = value;
  };
  const type = stage.typeOf(place);
  if (!plain.has(type)) put('type', type);
  const specifier = stage.specifierOf(place);
  if (specifier !== 'def') put('specifier', specifier);
  // Its instances are numbers, not prims (UsdGeomPointInstancer): told how many, drawn not at all.
  if (type === 'PointInstancer')
    put('instances', stage.numbers(stage.property(place, 'protoIndices')?.value).length);
  const kind = stage.text(stage.field(place, 'kind')?.value);
  if (kind) put('kind', kind);
  const variant = stage.variantOf(place);
  if (variant) put('variant', variant);
  if (stage.word(stage.field(place, 'instanceable')?.value) === 'true') put('instanceable', true);
  // What is taken over says it of whoever takes it over, unless that says otherwise.
  const saying = stage.saying(place);
  for (let i = saying.length - 1; i >= 0; i--) {
    const at = saying[i]!;
    for (const property of stage.properties(at, isNote, isSaid)) {
      if (isOfParts(stage, property)) continue;
      const json = jsonOf(stage, property.value!, property.type);
      if (json !== undefined) put(property.name.replace(/^userProperties:/, ''), json);
    }
    const notes = stage.ownField(at, 'customData')?.value;
    for (const { type: of, key, value } of notes ? entriesOf(stage.layer, notes) : nothing) {
      const json = key === 'renquil' ? undefined : jsonOf(stage, value, of);
      if (json !== undefined) put(`customData:${key}`, json);
    }
  }
  return made ?? none;
}
const none: Record<string, unknown> = Object.freeze({});
const nothing: readonly UsdaEntry[] = Object.freeze([]);
/** A number, word, text, or short list of them; undefined: it is none of these. */
function jsonOf(stage: UsdaStage, value: Span, type: string): unknown {
  const { bytes } = stage;
  if (isString(bytes, value)) return stringText(bytes, value);
  const word = stage.word(value);
  if (type === 'bool') return word === 'true' || word === '1';
  if (/^(string|token|asset)\[\]$/.test(type)) {
    const texts = stringsIn(stage, value);
    return texts.length <= mostValues ? texts : undefined;
  }
  if (
    !/^(u?int|u?char|float|double|half|timecode|u?int64|(int|float|double|half)[234]|color[34][fdh]|vector3[fdh]|point3[fdh])(\[\])?$/.test(
      type,
    )
  )
    return undefined;
  const numbers = stage.numbers(value);
  if (!numbers.length || numbers.length > mostValues || !numbers.every(Number.isFinite)) return undefined;
  return bytes[value.start] === chars.openList || bytes[value.start] === chars.open ? numbers : numbers[0];
}
/** What Renquil keeps in a dictionary of metadata, `customData` or `customLayerData`, as JSON under the one key `renquil`. */
export function ourWords(stage: UsdaStage, value: Span | null | undefined): Record<string, unknown> {
  const text = ourText(stage, value);
  if (text === null) return {};
  try {
    const json = readJson(stringText(stage.bytes, text));
    return isObject(json) ? json : {};
  } catch {
    // Another program may have written there.
    return {};
  }
}
/** The text of the key `renquil` in a dictionary, as it stands; null: there is none. */
export function ourText(stage: UsdaStage, value: Span | null | undefined): Span | null {
  if (!value || stage.bytes[value.start] !== chars.openBody) return null;
  const found = valueOf(stage.layer, value, 'renquil');
  return found && isString(stage.bytes, found) ? found : null;
}
