import { joinBytes } from '../join-bytes.js';
import { identityMat4, toMatrix, type Mat4 } from '@renquil/core/math';
import type { SceneObject } from '@renquil/core/scene';
import { inOrder } from './in-order.js';
import { jointPatches } from './joint-names.js';
import { indentAt, indented, LayerText, lineStart, wholeLines, withSign } from './layer-text.js';
import { layerMatrix, type UsdaScene } from './read-usda.js';
import { renamePatches } from './rename-prims.js';
import type { UsdaChanges } from './usda-changes.js';
import { ourText, ourWords } from './usda-facts.js';
import { isSpace, lineBreak, lineEnd, skipBlank, skipSpace } from './usda-lines.js';
import type { Span } from './usda-scanner.js';
import { jsonText, matrixText, tupleText } from './usda-statements.js';
import { isFromElsewhere } from './usda-outline.js';
import { UsdaOvers, type Over } from './usda-overs.js';
import { bakedPoints, ownPoints } from './bake-points.js';
import { fieldOf, PrimTexts } from './prim-texts.js';
import { putBoard } from './put-board.js';
import { SetChanges } from './set-changes.js';
import { wordsOf } from './usda-words.js';
import { bindingSchema, isOfShape, kindOfShape, shapeTextOf, wearShape } from './wear-shape.js';
import { outlineLines } from './outline-lines.js';
import { xformOps } from './xform-ops.js';

const encoder = new TextEncoder();
const noOps = 'uniform token[] xformOpOrder = []';

/** Writes what changed in a scene into the text of its layer. */
export class UsdaWriter {
  readonly #text: LayerText;
  readonly #unit: string;
  readonly #overs: UsdaOvers;
  readonly #prims: PrimTexts;
  constructor(
    readonly opened: UsdaScene,
    readonly changes: UsdaChanges,
  ) {
    this.#text = new LayerText(opened.stage.layer.own);
    this.#unit = unitOf(opened);
    this.#prims = new PrimTexts(opened.stage.layer, this.#text, this.#unit);
    const { namespace } = opened.stage;
    this.#overs = new UsdaOvers(
      (place) => opened.stage.ownSpecs(place).length > 0,
      (place) => changes.name(place),
      (place) => namespace.places[place]!.parent,
    );
  }
  write(): Uint8Array {
    const { changes } = this;
    const { layer, namespace } = this.opened.stage;
    for (const place of changes.removed) this.#remove(place);
    this.#text.patch(renamePatches(layer, namespace, changes));
    this.#text.patch(jointPatches(changes));
    this.#order(-1);
    for (const [place, object] of changes.objects) {
      if (place < changes.known) this.#say(place, object);
      this.#order(place);
    }
    this.#sets();
    this.#prims.put();
    for (const [place, parent] of this.#overs.tops) this.#putFirst(parent, place, undefined);
    return this.#text.whole();
  }

  /** All that is said of a place that left, in variants too. */
  #remove(place: number): void {
    const { namespace, layer, bytes } = this.opened.stage;
    const { parent, specs } = namespace.places[place]!;
    // It goes with what it stood in.
    if (this.changes.isRemoved(parent)) return;
    if (isFromElsewhere(this.opened.stage, place)) return this.#putOut(place);
    this.#keepWhole(parent, 'taken out of it');
    for (const prim of specs) this.#text.cut(wholeLines(bytes, layer.prims[prim]!.span));
  }

  /** What is brought in cannot be cut here: it is said to be out (OpenUSD, `active`). */
  #putOut(place: number): void {
    const { stage } = this.opened;
    const over = this.#over(place);
    if (over) return void (over.meta = () => 'active = false');
    const prim = stage.layer.prims[this.#spec(place)]!;
    const said = prim.meta && fieldOf(prim.meta, 'active');
    if (said) this.#text.patch([{ ...said, put: 'false' }]);
    else this.#prims.field(prim, 'active = false');
  }
  /** Puts children where they stand now: those whose order among each other holds stay; the others are cut and put in. */
  #order(parent: number): void {
    const { changes } = this;
    const { namespace, layer, bytes } = this.opened.stage;
    const all = changes.children(parent);
    if (!all.length || this.#isInPlace(parent, all)) return;
    // Where what is brought in stands among the others is not said here.
    const children = all.filter(
      (child) => child >= changes.known || !isFromElsewhere(this.opened.stage, child),
    );
    // Of one that was made here all is written anew; what it holds is cut before anything is put together.
    if (parent >= changes.known)
      return children.forEach((child) => child < changes.known && this.#cut(child));
    if (!children.length) return;
    const stays = new Set(
      inOrder(
        children.filter((child) => child < changes.known && namespace.places[child]!.parent === parent),
      ),
    );
    if (children.every((child) => stays.has(child))) return;
    this.#keepWhole(parent, 'put into it');
    const first = children.find((child) => stays.has(child));
    let after: number | null = null;
    for (const child of children) {
      if (stays.has(child)) {
        after = child;
        continue;
      }
      if (child < changes.known) this.#cut(child);
      const left = after;
      if (left !== null && left < changes.known) {
        const at = lineEnd(bytes, layer.prims[this.#spec(left)]!.span.end);
        this.#put(at, child, { indent: indentAt(bytes, layer.prims[this.#spec(left)]!.span.start) });
      } else this.#putFirst(parent, child, first);
    }
  }
  /** Most prims hold what they held, in its order. */
  #isInPlace(parent: number, children: readonly number[]): boolean {
    const { places } = this.opened.stage.namespace;
    if (parent >= this.changes.known) return false;
    for (let i = 0; i < children.length; i++) {
      const child = children[i]!;
      const isAfter = i === 0 || child > children[i - 1]!;
      if (!isAfter || child >= this.changes.known || places[child]!.parent !== parent) return false;
    }
    return true;
  }
  /** Before the first child that stays, else before the brace that closes its parent. */
  #putFirst(parent: number, child: number, next: number | undefined): void {
    const { layer, bytes } = this.opened.stage;
    if (next !== undefined) {
      const { start } = layer.prims[this.#spec(next)]!.span;
      const indent = indentAt(bytes, start);
      return this.#text.insert(start, () =>
        joinBytes([this.#block(child, indent), encoder.encode(`\n\n${indent}`)]),
      );
    }
    if (parent < 0) return this.#put(this.#text.bytes.length, child, { indent: '' });
    if (this.#isElsewhere(parent))
      this.changes.refuse(
        `"${this.opened.stage.namespace.pathOf(parent)}" stands in another file, so nothing can be put into it`,
      );
    const prim = layer.prims[this.#spec(parent)]!;
    const body: Span = layer.scopes[prim.own]!.body;
    const outer = indentAt(bytes, prim.span.start);
    const inner = outer + this.#unit;
    const line = lineStart(bytes, body.end);
    // A brace with a line of its own: before that line, since what is cut takes its line ends along.
    if (line > body.start && skipBlank(bytes, line) === body.end) {
      const space = line > skipSpace(bytes, body.start) ? '\n' : '';
      const made = (): Uint8Array =>
        joinBytes([encoder.encode(space + inner), this.#block(child, inner), encoder.encode('\n')]);
      return this.#text.insert(line, made);
    }
    let at = body.end;
    while (at > body.start && isSpace(bytes[at - 1]!)) at--;
    this.#put(at, child, { indent: inner, isFirst: at === body.start, after: `\n${outer}` });
  }
  #put(
    at: number,
    child: number,
    { indent, isFirst = false, after = '' }: { indent: string; isFirst?: boolean; after?: string },
  ): void {
    const before = encoder.encode(`${isFirst ? '\n' : '\n\n'}${indent}`);
    this.#text.insert(at, () => joinBytes([before, this.#block(child, indent), encoder.encode(after)]));
  }
  /** The statement that a place is moved, said more of and put things into by: not one in a variant, where there is another. */
  #spec(place: number): number {
    const { layer } = this.opened.stage;
    const specs = this.opened.stage.ownSpecs(place);
    return specs.find((prim) => !layer.scopes[layer.prims[prim]!.within]!.variant) ?? specs[0]!;
  }
  /** What others take over holds what it held. */
  #keepWhole(place: number, what: string): void {
    if (place < 0 || place >= this.changes.known || !this.changes.links.isTakenOver(place)) return;
    this.changes.refuse(
      `others take over from "${this.opened.stage.namespace.pathOf(place)}", so nothing can be ${what}`,
    );
  }
  #cut(place: number): void {
    const { namespace, layer, bytes } = this.opened.stage;
    const path = namespace.pathOf(place);
    if (namespace.places[place]!.specs.length > 1)
      this.changes.refuse(`"${path}" is spoken of in a variant too, so it cannot be moved`);
    if (layer.scopes[layer.prims[this.#spec(place)]!.within]!.variant)
      this.changes.refuse(`"${path}" stands in a variant, so it cannot be moved`);
    this.#keepWhole(namespace.places[place]!.parent, 'moved out of it');
    if (this.changes.links.isShared(place))
      this.changes.refuse(
        `"${path}" is taken over by others below what they take over, so it cannot be moved`,
      );
    this.#text.cut(wholeLines(bytes, layer.prims[this.#spec(place)]!.span));
  }
  /** The text of a place at its new indentation: its own from elsewhere in the layer, or a new one. */
  #block(place: number, indent: string): Uint8Array {
    const { layer, bytes } = this.opened.stage;
    if (place >= this.changes.known) return this.#made(place, indent);
    if (this.#overs.has(place)) return this.#overs.block(place, indent, this.#unit);
    const { start, end } = layer.prims[this.#spec(place)]!.span;
    return indented(this.#text.render(start, end), indentAt(bytes, start), indent, layer.file);
  }
  #made(place: number, indent: string): Uint8Array {
    const object = this.changes.objects.get(place)!;
    const inner = indent + this.#unit;
    const worn = shapeTextOf(this.changes, place, object, this.#text);
    const words = wordsOf(object, null, {}, worn ? kindOfShape(worn) : 'group');
    const said = [
      ...(worn?.isBound ? [`prepend apiSchemas = ["${bindingSchema}"]`] : []),
      ...(words ? [this.#customData(words, inner)] : []),
    ];
    const meta = said.length ? ` (\n${said.map((one) => inner + one).join('\n')}\n${indent})` : '';
    const lines = [
      ...(worn?.lines(inner) ?? outlineLines(object, this.opened.units)),
      ...this.#transform(object, place),
    ];
    const type = worn?.type ?? (object.outline ? 'BasisCurves' : 'Xform');
    const pieces: Uint8Array[] = [
      encoder.encode(`def ${type} "${object.name}"${meta}\n${indent}{`),
      ...lines.map((line) => encoder.encode(`\n${inner}${line}`)),
    ];
    this.changes.children(place).forEach((child, i) => {
      const space = i > 0 || lines.length ? '\n\n' : '\n';
      pieces.push(encoder.encode(space + inner), this.#block(child, inner));
    });
    return joinBytes([...pieces, encoder.encode(`\n${indent}}`)]);
  }

  /** What is said anew of a prim that was there: its place, whether it is seen, and what only Renquil knows. */
  #say(place: number, object: SceneObject): void {
    const before = this.changes.before(object)!;
    if (this.changes.isPlacedAnew(object) && !this.#isMovedOnly(place, object)) this.#place(place, object);
    if (before.switches.shown !== object.switches.shown) this.#see(place, object.switches.shown);
    const drawn = this.#draw(place, object);
    const kept = ourWords(this.opened.stage, this.opened.stage.ownField(place, 'customData')?.value);
    const readAs = drawn && isOfShape(before.kind) ? drawn : before.kind;
    const words = wordsOf(object, before, kept, readAs);
    const joints = this.changes.joints.words(place, kept['joints']);
    if (joints) this.#keep(place, { ...(words ?? kept), joints });
    else if (words) this.#keep(place, words);
  }
  /** What is said over a place that stands in another file alone; null: it stands in this one. */
  #over(place: number): Over | null {
    return this.#isElsewhere(place) ? this.#overs.of(place) : null;
  }
  /** What it is known as by what it draws now; null: as before. */
  #draw(place: number, object: SceneObject): SceneObject['kind'] | null {
    const worn = shapeTextOf(this.changes, place, object, this.#text);
    if (worn) {
      const prim = this.opened.stage.layer.prims[this.#spec(place)]!;
      wearShape(this.changes, place, worn, { prim, text: this.#text, prims: this.#prims });
      return kindOfShape(worn);
    }
    if (object.bake) this.#bake(place, object.bake);
    return null;
  }
  #bake(place: number, bake: Mat4): void {
    const { stage, units } = this.opened;
    const own = ownPoints(stage, place);
    if (typeof own === 'string') return;
    const { patches, lines } = bakedPoints(stage, own, units.back(bake));
    this.#text.patch(patches);
    this.#prims.state(stage.layer.prims[this.#spec(place)]!, lines);
  }
  #matrix(object: SceneObject, place: number): Mat4 {
    const { opened, changes } = this;
    const { nodeOf } = opened.outline;
    const node = place < changes.known ? nodeOf[place]! : -1;
    const above = changes.parent(place);
    return layerMatrix(
      opened,
      node,
      above >= 0 && above < changes.known ? nodeOf[above]! : -1,
      toMatrix(object.local),
    );
  }
  #transform(object: SceneObject, place: number): string[] {
    const m = this.#matrix(object, place);
    if (m.every((n, i) => n === identityMat4[i])) return [];
    return [
      `matrix4d xformOp:transform = ${matrixText(m)}`,
      'uniform token[] xformOpOrder = ["xformOp:transform"]',
    ];
  }
  /** Where the outermost operation is a plain translation and nothing else changed, its numbers are all that is written. */
  #isMovedOnly(place: number, object: SceneObject): boolean {
    const { stage } = this.opened;
    const { matrix, resets, order, isAnimated } = xformOps(stage, place);
    if (isAnimated)
      this.changes.refuse(
        `"${stage.namespace.pathOf(place)}" moves over time, so its transform cannot be changed`,
      );
    const now = this.#matrix(object, place);
    const isTurned = now.some((n, i) => i < 12 && Math.abs(n - matrix[i]!) > 1e-9 * Math.max(1, Math.abs(n)));
    if (resets || isTurned || order[0] !== 'xformOp:translate' || this.#isElsewhere(place)) return false;
    const own = stage.layer.properties.of(stage.layer.prims[this.#spec(place)]!.own);
    const property = own.find((one) => one.name === 'xformOp:translate' && one.part === '');
    if (!property?.value) return false;
    const to = stage.numbers(property.value).map((n, i) => n + now[12 + i]! - matrix[12 + i]!);
    this.#text.patch([{ ...property.value, put: tupleText(to) }]);
    return true;
  }
  #isElsewhere(place: number): boolean {
    return !this.opened.stage.ownSpecs(place).length;
  }
  #place(place: number, object: SceneObject): void {
    const { stage } = this.opened;
    const lines = this.#transform(object, place);
    const { order } = xformOps(stage, place);
    const over = this.#over(place);
    if (over) return void over.lines.push(...(lines.length ? lines : [noOps]));
    const prim = stage.layer.prims[this.#spec(place)]!;
    const named = new Set([
      ...order.map((one) => one.replace('!invert!', '')),
      'xformOpOrder',
      'xformOp:transform',
    ]);
    for (const { name, span } of stage.layer.properties.of(prim.own))
      if (named.has(name)) this.#text.cut(wholeLines(stage.bytes, withSign(stage.bytes, span)));
    // What stands there no more may be said by an arc or a variant: nothing at all is said over it.
    this.#prims.state(prim, lines.length ? lines : order.length ? [noOps] : []);
  }
  #see(place: number, isShown: boolean): void {
    const { stage } = this.opened;
    const put = isShown ? '"inherited"' : '"invisible"';
    const over = this.#over(place);
    if (over) return void over.lines.push(`token visibility = ${put}`);
    const prim = stage.layer.prims[this.#spec(place)]!;
    const own = stage.layer.properties
      .of(prim.own)
      .findLast((one) => one.name === 'visibility' && one.part === '');
    if (own?.value) this.#text.patch([{ ...own.value, put }]);
    else this.#prims.state(prim, [`token visibility = ${put}`]);
  }
  #keep(place: number, words: Record<string, unknown>): void {
    const { stage } = this.opened;
    const over = this.#over(place);
    if (over) return void (over.meta = (indent) => this.#customData(words, indent));
    const prim = stage.layer.prims[this.#spec(place)]!;
    const outer = indentAt(stage.bytes, prim.span.start);
    const inner = outer + this.#unit;
    const insert = (at: number, text: string): void => this.#text.insert(at, () => encoder.encode(text));
    const { meta } = prim;
    const value = meta && fieldOf(meta, 'customData');
    if (!value) return this.#prims.field(prim, this.#customData(words, inner));
    const ours = ourText(stage, value);
    if (ours) return this.#text.patch([{ ...ours, put: jsonText(words) }]);
    const deeper = inner + this.#unit;
    insert(
      value.start + 1,
      `\n${deeper}string renquil = ${jsonText(words)}${lineBreak(stage.bytes, value.start + 1, deeper)}`,
    );
  }
  /** Sets as collections, and what the layer keeps of the others, of layers and views. */
  #sets(): void {
    const { out, put, board } = new SetChanges(this.changes).toWrite();
    const { stage } = this.opened;
    for (const { place, name, instance } of out) {
      const own = stage.ownSpecs(place).map((prim) => stage.layer.prims[prim]!.own);
      const says = stage
        .scopes(place)
        .flatMap((scope) => stage.layer.properties.of(scope).map((one) => ({ ...one, scope })))
        .filter((one) => one.name.startsWith(`collection:${instance}:`));
      if (says.some(({ scope }) => !own.includes(scope)))
        this.changes.refuse(`the set "${name}" stands in a variant or in another file, and is changed there`);
      for (const { span } of says) this.#text.cut(wholeLines(stage.bytes, withSign(stage.bytes, span)));
    }
    for (const { place, instance, isNew, lines } of put) {
      const prim = stage.layer.prims[this.#spec(place)]!;
      const inner = indentAt(stage.bytes, prim.span.start) + this.#unit;
      this.#prims.state(prim, lines(inner));
      if (isNew) this.#prims.schema(prim, `CollectionAPI:${instance}`);
    }
    if (board) putBoard(stage, this.#text, this.#unit, board);
  }
  #customData(words: Record<string, unknown>, indent: string): string {
    return `customData = {\n${indent}${this.#unit}string renquil = ${jsonText(words)}\n${indent}}`;
  }
}

/** One step of indentation, as the layer has it. */
function unitOf({ stage: { layer, bytes } }: UsdaScene): string {
  for (const prim of layer.prims) {
    const { prim: owner } = layer.scopes[prim.within]!;
    if (owner < 0) continue;
    const [outer, inner] = [
      indentAt(bytes, layer.prims[owner]!.span.start),
      indentAt(bytes, prim.span.start),
    ];
    if (inner.length > outer.length && inner.startsWith(outer)) return inner.slice(outer.length);
  }
  return '    ';
}
