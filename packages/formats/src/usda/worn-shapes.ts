import type { Scene, SceneObject } from '@renquil/core/scene';
import { sameNumbers, type Mat4 } from '@renquil/core/math';
import { bakedPoints, ownPoints } from './bake-points.js';
import { indentAt, indented, type LayerText } from './layer-text.js';
import type { UsdaScene } from './read-usda.js';
import { meshLines } from './solid-mesh.js';
import { isOfParts } from './usda-facts.js';
import type { UsdaPrim } from './usda-layer.js';
import type { UsdaProperty } from './usda-properties.js';
import { textOf, UsdaScanner } from './usda-scanner.js';
import { solidAt } from './usda-shapes.js';

/** What prims say of what they draw, and of nothing else (OpenUSD, UsdGeom and UsdShade). */
const shaping: ReadonlySet<string> = new Set([
  ...['points', 'normals', 'extent', 'orientation', 'doubleSided', 'velocities', 'accelerations', 'widths'],
  ...['faceVertexCounts', 'faceVertexIndices', 'subdivisionScheme', 'interpolateBoundary', 'holeIndices'],
  ...['faceVaryingLinearInterpolation', 'triangleSubdivisionRule', 'cornerIndices', 'cornerSharpnesses'],
  ...['creaseIndices', 'creaseLengths', 'creaseSharpnesses', 'curveVertexCounts', 'type', 'basis', 'wrap'],
  ...['order', 'knots', 'ranges', 'pointWeights', 'tangents'],
  ...['size', 'radius', 'height', 'width', 'length', 'axis', 'radiusTop', 'radiusBottom'],
]);
const binding = 'material:binding';
const decoder = new TextDecoder();

/** The text of a shape: the type of its prim, and its statements at an indentation, to be made when all else is known. */
export interface ShapeText {
  readonly type: string;
  /** Whether they say what it is bound to. */
  readonly isBound: boolean;
  lines(indent: string): string[];
}

/** Prims that are to draw what another prim of the layer draws: as text, since the format has no shapes beside prims. */
export class WornShapes {
  #known: ReadonlyMap<number, readonly number[]> | null = null;
  constructor(
    readonly opened: UsdaScene,
    readonly scene: Scene,
    readonly was: Scene,
    /** The path of a place as it will stand. */
    readonly pathNow: (place: number) => string,
  ) {}
  /** Places by the shape that they drew when the layer was read. */
  get #sources(): ReadonlyMap<number, readonly number[]> {
    if (this.#known) return this.#known;
    const found = new Map<number, number[]>();
    for (const { shape, source } of this.was.walk()) {
      const place = source === null ? undefined : this.opened.outline.places[source];
      if (shape === null || place === undefined) continue;
      const list = found.get(shape);
      if (list) list.push(place);
      else found.set(shape, [place]);
    }
    return (this.#known = found);
  }
  /** Whether an object draws something else than its prim says. Copies of the same data, made one, are the same. */
  isAnother(object: SceneObject, before: SceneObject | null): boolean {
    if (!before) return object.shape !== null;
    if (!sameNumbers(object.materials, before.materials)) return true;
    if (object.shape === before.shape) return false;
    const [one, two] = [this.#digestOf(object.shape), this.#digestOf(before.shape)];
    return one === null || one !== two;
  }
  #digestOf(shape: number | null): string | null {
    return (shape === null ? null : this.scene.shapes[shape]?.digest) ?? null;
  }
  /** The place whose text says the shape that an object wears; else why there is none, in words. */
  sourceOf({ shape }: SceneObject): number | string {
    if (shape === null) return 'draws nothing any more';
    let known = this.#found.get(shape);
    if (known === undefined) this.#found.set(shape, (known = this.#find(shape)));
    return known;
  }
  readonly #found = new Map<number, number | string>();
  #find(shape: number): number | string {
    let why = 'wears a shape that no prim of the layer says by itself';
    for (const place of this.#sources.get(shape) ?? []) {
      const no = this.whyNot(place);
      if (no === null) return place;
      why = `wears the shape of "${this.opened.stage.namespace.pathOf(place)}", which ${no}`;
    }
    return why;
  }
  /** Why what a place says of its shape cannot be taken as it stands, or replaced; null: it can. */
  whyNot(place: number): string | null {
    let known = this.#reasons.get(place);
    if (known === undefined) this.#reasons.set(place, (known = this.#reason(place)));
    return known;
  }
  readonly #reasons = new Map<number, string | null>();
  #reason(place: number): string | null {
    const { stage } = this.opened;
    if (stage.brought(place).length) return 'takes it over from another prim';
    if (!stage.ownSpecs(place).length) return 'stands in another file';
    if (stage.specs(place).length > 1 || stage.scopes(place).length > 1)
      return 'says it in a variant, or in several places';
    if (stage.layer.scopes[this.#prim(place).within]!.variant) return 'says it in a variant';
    const isElsewhere = (child: number): boolean =>
      stage.specs(child).length !== 1 || stage.ownSpecs(child).length !== 1;
    if (this.subsets(place).some(isElsewhere)) return 'has sets of faces that other places speak of';
    return this.#isRelative(place) ? 'says it by paths that go from itself' : null;
  }
  #prim(place: number): UsdaPrim {
    const { stage } = this.opened;
    return stage.layer.prims[stage.ownSpecs(place)[0]!]!;
  }
  #isRelative(place: number): boolean {
    const { stage } = this.opened;
    let is = false;
    for (const { value } of [place, ...this.subsets(place)].flatMap((at) => this.properties(at))) {
      if (!value) continue;
      const scan = new UsdaScanner(stage.bytes, stage.layer.file);
      scan.at = value.start;
      scan.value({ path: ({ start, end }) => (is ||= !textOf(stage.bytes, start, end).startsWith('/')) });
    }
    return is;
  }
  /** What a place says of its shape itself. */
  properties(place: number): UsdaProperty[] {
    const { stage } = this.opened;
    return stage.layer.properties
      .of(this.#prim(place).own)
      .filter(
        (one) =>
          !one.isCustom && (shaping.has(one.name) || one.name.startsWith(binding) || isOfParts(stage, one)),
      );
  }
  /** Bytes of what a place says of its shape. */
  lengthOf(place: number): number {
    let known = this.#lengths.get(place);
    if (known === undefined) {
      const spans = [
        ...this.properties(place).map(({ span }) => span),
        ...this.subsets(place).map((child) => this.#prim(child).span),
      ];
      this.#lengths.set(place, (known = spans.reduce((sum, { start, end }) => sum + end - start, 0)));
    }
    return known;
  }
  readonly #lengths = new Map<number, number>();
  /** Prims of subsets of its faces. */
  subsets(place: number): number[] {
    const { stage } = this.opened;
    return stage.namespace.places[place]!.children.filter((child) => stage.typeOf(child) === 'GeomSubset');
  }
  /** The text of what a place draws, with a transform of the layer's units worked in. */
  textOf(place: number, bake: Mat4 | null, text: LayerText): ShapeText {
    const { stage } = this.opened;
    const solid = bake ? solidAt(stage, place) : null;
    const isBound = this.properties(place).some(({ name }) => name.startsWith(binding));
    const above = isBound ? -1 : this.#boundAbove(place);
    return {
      type: solid ? 'Mesh' : stage.typeOf(place),
      isBound: isBound || above >= 0,
      lines: (indent) => [
        ...(solid ? meshLines(solid, bake!) : []),
        ...this.#statements(place, { bake: solid ? null : bake, isSolid: solid !== null, text, indent }),
        ...(above >= 0 ? [`rel ${binding} = <${this.pathNow(above)}>`] : []),
        ...this.subsets(place).map((child) => this.#moved(this.#prim(child).span, text, indent)),
      ],
    };
  }
  #statements(
    place: number,
    how: {
      readonly bake: Mat4 | null;
      readonly isSolid: boolean;
      readonly text: LayerText;
      readonly indent: string;
    },
  ): string[] {
    const { stage } = this.opened;
    const own = how.bake ? ownPoints(stage, place) : null;
    const baked = own !== null && typeof own !== 'string' ? bakedPoints(stage, own, how.bake!) : null;
    const said = this.properties(place)
      // Of a solid that becomes a mesh nothing stays but what it wears.
      .filter(({ name }) => !how.isSolid || name.startsWith(binding))
      .map(({ span, value }) => {
        const put = value && baked?.patches.find(({ start }) => start === value.start)?.put;
        if (typeof put !== 'string') return this.#moved(span, how.text, how.indent);
        return (
          textOf(stage.bytes, span.start, value!.start) + put + textOf(stage.bytes, value!.end, span.end)
        );
      });
    return [...said, ...(baked?.lines ?? [])];
  }
  #moved(span: { readonly start: number; readonly end: number }, text: LayerText, indent: string): string {
    const { bytes, layer } = this.opened.stage;
    const block = text.render(span.start, span.end);
    return decoder.decode(indented(block, indentAt(bytes, span.start), indent, layer.file));
  }
  /** The material that something above a place binds it to, by its place; -1: none. */
  #boundAbove(place: number): number {
    const { stage } = this.opened;
    for (let at = stage.namespace.places[place]!.parent; at >= 0; at = stage.namespace.places[at]!.parent) {
      const [target] = stage.targets(at, binding);
      if (target !== undefined) return target;
    }
    return -1;
  }
}
