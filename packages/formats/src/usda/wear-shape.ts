import type { Mat4 } from '@renquil/core/math';
import type { SceneObject } from '@renquil/core/scene';
import { wholeLines, withSign, type LayerText } from './layer-text.js';
import type { PrimTexts } from './prim-texts.js';
import type { UsdaChanges } from './usda-changes.js';
import type { UsdaPrim } from './usda-layer.js';
import { solidAt } from './usda-shapes.js';
import type { ShapeText } from './worn-shapes.js';
import { stringsIn } from './xform-ops.js';

const nothing: ShapeText = { type: 'Xform', isBound: false, lines: () => [] };
/** The schema by which a prim says what it is bound to (UsdShadeMaterialBindingAPI). */
export const bindingSchema = 'MaterialBindingAPI';

/** What an object is known as by what it draws (as a reader of the .glb that is made of it sees it). */
export function kindOfShape({ type }: ShapeText): SceneObject['kind'] {
  if (type === 'Xform') return 'group';
  return type.endsWith('Curves') ? 'control' : 'mesh';
}
/** Whether a kind follows from what is drawn. */
export const isOfShape = (kind: SceneObject['kind']): boolean =>
  kind === 'group' || kind === 'mesh' || kind === 'control';
/** The text of what an object is to draw that its prim does not say; null: its prim says it, or it is baked in place. */
export function shapeTextOf(
  changes: UsdaChanges,
  place: number,
  object: SceneObject,
  text: LayerText,
): ShapeText | null {
  const { shapes, opened } = changes;
  const bake: Mat4 | null = object.bake ? opened.units.back(object.bake) : null;
  if (shapes.isAnother(object, changes.before(object))) {
    if (object.shape === null) return nothing;
    const from = shapes.sourceOf(object);
    return typeof from === 'string'
      ? changes.refuse(`"${object.name}" ${from}`)
      : shapes.textOf(from, bake, text);
  }
  // A solid has no points that a transform could be worked into: it becomes a mesh of what is drawn of it.
  const isSolid = bake && place < changes.known && solidAt(opened.stage, place);
  return isSolid ? shapes.textOf(place, bake, text) : null;
}

/** Puts other statements of a shape in place of those of a prim. */
export function wearShape(
  changes: UsdaChanges,
  place: number,
  worn: ShapeText,
  { prim, text, prims }: { readonly prim: UsdaPrim; readonly text: LayerText; readonly prims: PrimTexts },
): void {
  const { stage } = changes.opened;
  const { bytes, layer } = stage;
  for (const { span } of changes.shapes.properties(place)) text.cut(wholeLines(bytes, withSign(bytes, span)));
  for (const child of changes.shapes.subsets(place))
    for (const spec of stage.ownSpecs(child)) text.cut(wholeLines(bytes, layer.prims[spec]!.span));
  if (worn.type !== stage.typeOf(place)) {
    const start = prim.span.start + prim.specifier.length;
    text.patch([{ start, end: prim.nameSpan.start, put: ` ${worn.type} ` }]);
  }
  prims.stateLater(prim, (indent) => worn.lines(indent));
  const schemas = prim.meta?.fields.get('apiSchemas') ?? [];
  const has = schemas.some(
    ({ op, value }) => op !== 'delete' && stringsIn(stage, value).includes(bindingSchema),
  );
  if (worn.isBound && !has) prims.schema(prim, bindingSchema);
}
