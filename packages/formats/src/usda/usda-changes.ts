import { RenquilError } from '@renquil/core/errors';
import { sameTransform } from '@renquil/core/math';
import type { ObjectId, Scene, SceneObject } from '@renquil/core/scene';
import { isPrimName } from './parse-usda.js';
import { ownPoints } from './bake-points.js';
import { JointChanges } from './joint-changes.js';
import type { NewPlaces } from './move-paths.js';
import type { UsdaScene } from './read-usda.js';
import { jointSign } from './usda-sets.js';
import type { UsdaJoint } from './usda-skeletons.js';
import { isFromElsewhere } from './usda-outline.js';
import { UsdaLinks } from './usda-links.js';
import { resolvePath } from './usda-arcs.js';
import { textOf } from './usda-scanner.js';
import { solidAt } from './usda-shapes.js';
import { WornShapes } from './worn-shapes.js';
import { xformOps } from './xform-ops.js';

/** Bytes of shapes that are said again in all. */
const mostWorn = 256 * 2 ** 20;

/** What became of the places of a layer in a scene that was read from it. Places made in the scene are numbered after those of the layer. */
export class UsdaChanges implements NewPlaces {
  readonly links: UsdaLinks;
  /** Objects by place; those that were made in the scene too. */
  readonly objects = new Map<number, SceneObject>();
  readonly #placeOf = new Map<ObjectId, number>();
  readonly #names = new Map<number, string>();
  readonly removed: ReadonlySet<number>;
  readonly joints: JointChanges;
  readonly shapes: WornShapes;
  constructor(
    readonly opened: UsdaScene,
    readonly scene: Scene,
    /** As the layer says it. */
    readonly was: Scene,
  ) {
    const { namespace } = opened.stage;
    this.links = new UsdaLinks(namespace);
    this.shapes = new WornShapes(opened, scene, was, (place) => this.pathOfPlace(place));
    let made = namespace.places.length;
    this.joints = new JointChanges(
      opened,
      (object) => this.before(object)!,
      (detail) => this.refuse(detail),
    );
    for (const object of scene.walk()) {
      if (this.joints.take(object)) continue;
      const place = object.source === null ? made++ : opened.outline.places[object.source]!;
      this.objects.set(place, object);
      this.#placeOf.set(object.id, place);
    }
    this.removed = new Set(opened.outline.places.filter((place) => !this.objects.has(place)));
    for (const { name, parent } of this.objects.values())
      if (parent !== null && !this.#placeOf.has(parent))
        this.refuse(`"${name}" cannot stand under a joint, which is no prim`);
    this.joints.check((place) => this.objects.has(place));
    this.#takeNames();
    this.#refuseElsewhere();
    this.#refuse();
  }
  /** How many places the layer itself has. */
  get known(): number {
    return this.opened.stage.namespace.places.length;
  }
  name(place: number): string {
    const own = this.#names.get(place < this.known ? this.links.of(place) : place);
    return own ?? this.opened.stage.namespace.places[place]!.name;
  }
  parent(place: number): number {
    const object = this.objects.get(place);
    if (!object) return this.opened.stage.namespace.places[place]!.parent;
    return object.parent === null ? -1 : this.#placeOf.get(object.parent)!;
  }
  /** Children that are objects, in their order; -1: the roots. */
  children(place: number): number[] {
    const ids = place < 0 ? this.scene.roots : this.objects.get(place)!.children;
    const out: number[] = [];
    for (const id of ids) {
      const place = this.#placeOf.get(id);
      if (place !== undefined) out.push(place);
    }
    return out;
  }
  isRemoved(place: number): boolean {
    return this.removed.has(place);
  }
  /** Whether it, or something above it that takes it along, left. */
  isGone(place: number): boolean {
    if (!this.removed.size || this.objects.has(place)) return false;
    for (let at = place; at >= 0 && at < this.known; at = this.parent(at))
      if (this.removed.has(at)) return true;
    return false;
  }
  before(object: SceneObject): SceneObject | null {
    return object.source === null ? null : this.was.get(object.source + 1);
  }
  /** The path of a prim as it will stand; null: the object is a joint, which has none. */
  pathOf(id: ObjectId): string | null {
    const place = this.#placeOf.get(id);
    return place === undefined ? null : this.pathOfPlace(place);
  }
  /** The same of any place. */
  pathOfPlace(place: number): string {
    const names: string[] = [];
    for (let at = place; at >= 0; at = this.parent(at)) names.push(this.name(at));
    return `/${names.reverse().join('/')}`;
  }
  /** The same of joints too, by their skeleton. */
  pathNow(id: ObjectId): string | null {
    const own = this.pathOf(id);
    if (own !== null) return own;
    const joint = this.#jointOf(this.scene.find(id));
    const skeleton = joint && this.objects.get(joint.skeleton);
    return skeleton
      ? this.pathOf(skeleton.id) +
          jointSign +
          (this.joints.renames().get(joint.skeleton)?.get(joint.path) ?? joint.path)
      : null;
  }
  /** As the layer had it. */
  pathBefore(id: ObjectId): string | null {
    const object = this.was.find(id);
    if (!object || object.source === null) return null;
    const { namespace } = this.opened.stage;
    const place = this.opened.outline.places[object.source];
    if (place !== undefined) return namespace.pathOf(place);
    const joint = this.#jointOf(object);
    return joint ? namespace.pathOf(joint.skeleton) + jointSign + joint.path : null;
  }
  #jointOf(object: SceneObject | null | undefined): UsdaJoint | null {
    const { places, joints } = this.opened.outline;
    return !object || object.source === null ? null : (joints[object.source - places.length] ?? null);
  }
  refuse(detail: string): never {
    throw new RenquilError('usda-refused', { file: this.opened.stage.layer.file, detail });
  }

  #takeNames(): void {
    const { namespace } = this.opened.stage;
    for (const [place, object] of this.objects) {
      if (place >= this.known) {
        this.#names.set(place, object.name);
        continue;
      }
      if (object.name === namespace.places[place]!.name) continue;
      const group = this.links.of(place);
      const taken = this.#names.get(group);
      if (taken !== undefined && taken !== object.name)
        this.refuse(
          `"${namespace.pathOf(place)}" and what it takes over from are one prim, and were given the names "${taken}" and "${object.name}"`,
        );
      // Whoever takes over has the name of what is taken over, not one of its own.
      if (this.links.isLinked(place) && !this.#isRenamed(group))
        this.refuse(
          `"${namespace.pathOf(place)}" is taken over from "${namespace.pathOf(group)}", and is renamed there`,
        );
      this.#names.set(group, object.name);
    }
  }
  /** What other files say of a place goes by its path there, and they are not written. */
  #refuseElsewhere(): void {
    const { namespace, layer } = this.opened.stage;
    if (layer.parts.length === 1) return;
    const refuse = (place: number, file: string): never =>
      this.refuse(
        `"${namespace.pathOf(place)}" is spoken of in ${file} too, which is not written: there it is renamed, moved or taken out`,
      );
    // What only others bring in can be put out here.
    const isAnother = (place: number): boolean =>
      (this.isRemoved(place) && !isFromElsewhere(this.opened.stage, place)) ||
      this.name(place) !== namespace.places[place]!.name ||
      (this.objects.has(place) && this.parent(place) !== namespace.places[place]!.parent);
    for (const place of namespace.places.keys()) {
      if (
        namespace.baseOf(place) >= 0 ? this.name(place) !== namespace.places[place]!.name : isAnother(place)
      ) {
        const [other] = namespace.othersOf(place);
        if (other) refuse(place, other.file);
      }
    }
    // Paths of files that it is layered on, to what stands in this one.
    for (const part of layer.parts)
      for (const { span, scope } of part.base < 0 && part.start > 0 ? part.paths : []) {
        const way: number[] = [];
        resolvePath(namespace, textOf(layer.bytes, span.start, span.end), namespace.ofScope(scope), way);
        for (const place of way) if (place >= 0 && isAnother(place)) refuse(place, part.file);
      }
  }
  #isRenamed(place: number): boolean {
    const object = this.objects.get(place);
    return object !== undefined && object.name !== this.opened.stage.namespace.places[place]!.name;
  }
  #refuse(): void {
    const seen = new Map<number, Set<string>>();
    const { namespace } = this.opened.stage;
    const all = [
      ...[...namespace.places.keys()].filter((place) => namespace.baseOf(place) < 0),
      ...[...this.objects.keys()].filter((place) => place >= this.known),
    ];
    for (const place of all) {
      if (this.isGone(place)) continue;
      const [name, parent] = [this.name(place), this.parent(place)];
      // What the layer has itself is such a name.
      const isOwn = place < this.known && name === namespace.places[place]!.name;
      if (!isOwn && !isPrimName(name))
        this.refuse(`"${name}" cannot be the name of a prim: letters, digits and "_" only, no digit first`);
      let names = seen.get(parent);
      if (!names) seen.set(parent, (names = new Set()));
      if (names.has(name)) this.refuse(`two prims would be called "${name}" in one place`);
      names.add(name);
    }
    for (const object of this.objects.values()) this.#refuseShape(object);
    if (!this.removed.size) return;
    for (const [place, brought] of this.links.takers()) {
      const lost = brought.find((one) => this.isGone(one));
      if (lost !== undefined && !this.isGone(place))
        this.refuse(
          `"${namespace.pathOf(place)}" takes over from "${namespace.pathOf(lost)}", which was taken out`,
        );
    }
  }
  #refuseShape(object: SceneObject): void {
    const before = this.before(object);
    const place = this.#placeOf.get(object.id)!;
    const isAnother = this.shapes.isAnother(object, before);
    if (!isAnother && !object.bake) return;
    // What is put in place of its own must have a place of its own.
    const own = place < this.known && isAnother ? this.shapes.whyNot(place) : null;
    if (own) this.refuse(`"${object.name}" is to draw something else, but ${own}`);
    if (object.shape === null) return;
    const from = isAnother ? this.shapes.sourceOf(object) : place;
    if (typeof from === 'string') return this.refuse(`"${object.name}" ${from}`);
    if (isAnother) this.#refuseSubsets(object, from);
    // Each says it again: a large one a thousand times is no layer any more.
    this.#worn += isAnother ? this.shapes.lengthOf(from) : 0;
    if (this.#worn > mostWorn)
      this.refuse(
        `shapes would be said again in more than ${mostWorn / 2 ** 20} MB, since each prim has its own text of what it draws`,
      );
    if (!object.bake) return;
    const { stage } = this.opened;
    const points = solidAt(stage, from) && !this.shapes.whyNot(from) ? null : ownPoints(stage, from);
    if (typeof points === 'string')
      this.refuse(`"${object.name}" ${points}, so its transform cannot be worked into it`);
  }
  #worn = 0;
  /** Subsets of faces are prims too, and stand among the children. */
  #refuseSubsets(object: SceneObject, from: number): void {
    const { places } = this.opened.stage.namespace;
    const names = new Set(this.shapes.subsets(from).map((one) => places[one]!.name));
    const taken = object.children.map((id) => this.scene.get(id).name).find((name) => names.has(name));
    if (taken !== undefined)
      this.refuse(
        `"${object.name}" is to have a set of faces called "${taken}", and holds an object of that name`,
      );
  }
  /** Whether something stands elsewhere than the layer says, and something in the layer stands in the world whatever is above it. */
  get movesPastResets(): boolean {
    const { stage, outline } = this.opened;
    return this.#hasMoved() && outline.places.some((place) => xformOps(stage, place).resets);
  }
  #hasMoved(): boolean {
    const { places } = this.opened.stage.namespace;
    for (const [place, object] of this.objects)
      if (!this.before(object) || this.isPlacedAnew(object) || this.parent(place) !== places[place]!.parent)
        return true;
    return false;
  }
  /** Whether the transform is not what the layer says. */
  isPlacedAnew(object: SceneObject): boolean {
    const before = this.before(object);
    return !before || !sameTransform(before.local, object.local);
  }
}
