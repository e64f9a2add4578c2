import type { Scene } from '../../scene/scene.js';
import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import { shapeKey } from '../../scene/shape-key.js';
import { framesOf } from '../../frames/frames-of.js';
import type { Frames } from '../../frames/frame.js';
import { depthSeat, sideSeat, type Seat } from '../sides/seating.js';
import type { CompiledConvention, PatternKey } from '../slots/compiled-convention.js';
import { readName, slotSpan, slotText, type NameReading } from '../slots/read-name.js';
import type { Sense } from '../slots/senses.js';
import { readNumber } from '../slots/slot-number.js';
import { saysNothing } from '../default-words.js';
import { splitWords } from '../split-words.js';

/** Times something was so, of the times it could have been. */
class Share {
  yes = 0;
  of = 0;
  add(was: boolean): void {
    this.of++;
    if (was) this.yes++;
  }
  /** What to expect the next time (Krichevsky-Trofimov estimate). */
  get expected(): number {
    return (this.yes + 0.5) / (this.of + 1);
  }
}
/** Who carries a slot, of one kind and seat: of all, of those with a place and those without, of those of one name. */
class Circles {
  readonly all = new Share();
  readonly placed = new Share();
  readonly unplaced = new Share();
  readonly byWhat = new Map<string, Share>();
}

/** How a slot is filled among objects like one. */
export interface Carried {
  /** Share of like objects that carry the slot, 0 to 1. */
  readonly share: number;
  /** In the narrowest circle that has any. */
  readonly yes: number;
  readonly of: number;
}

interface Top {
  readonly text: string;
  readonly count: number;
  readonly of: number;
}
/** A count by text. */
export class Tally {
  readonly counts = new Map<string, number>();
  add(text: string): void {
    this.#top = undefined;
    this.counts.set(text, (this.counts.get(text) ?? 0) + 1);
  }
  /** The most frequent, with how many of all it is. */
  top(): Top | null {
    if (this.#top === undefined) this.#top = this.#findTop();
    return this.#top;
  }
  #top: Top | null | undefined;
  #findTop(): Top | null {
    let best: [string, number] | null = null;
    let of = 0;
    for (const one of this.counts) {
      of += one[1];
      if (!best || one[1] > best[1]) best = one;
    }
    return best && { text: best[0], count: best[1], of };
  }
}

/** What objects like one have in common with it. */
export interface LikeIt {
  /** What its name says it is. */
  readonly what: string | undefined;
  readonly seat: Seat;
  /** Whether its name says a place. */
  readonly placed: boolean;
}
/**
 * How the names of a scene that already fit go about it: who carries a side, whether sides agree with where things sit,
 * surfaces with materials, what things of one shape are called. What the others do is what a new name should do.
 */
export class Habits {
  readonly readings = new Map<ObjectId, { readonly key: PatternKey; readonly reading: NameReading }>();
  /** Names that fit. */
  fitting = 0;
  readonly sideAgrees = new Share();
  readonly placeAgrees = new Share();
  readonly surfaceAgrees = new Share();
  readonly shapeAgrees = new Share();
  readonly treeOrder = new Share();
  /** By slot, by pattern, by how it sits. */
  readonly #carries = new Map<string, Map<PatternKey, Map<string, Circles>>>();
  readonly #placeSenses = new Map<string, Set<Sense>>();
  readonly #whatByShape = new Map<number | string, Tally>();
  readonly #helperByShape = new Map<number | string, Tally>();
  readonly whats = new Tally();
  readonly #words = new Tally();
  readonly #frames: Frames;

  constructor(
    readonly scene: Scene,
    readonly convention: CompiledConvention,
    readonly surfaceOf: (object: SceneObject) => string | null,
  ) {
    this.#frames = framesOf(scene, convention);
    const last = new Map<string, number>();
    for (const object of scene.walk()) {
      const key = convention.keyOf(scene, object);
      if (!convention.pattern(key)) continue;
      const reading = readName(convention, key, object.name);
      this.readings.set(object.id, { key, reading });
      const shape = shapeKey(this.scene, object);
      if (shape !== null) {
        let tally = this.#helperByShape.get(shape);
        if (!tally) this.#helperByShape.set(shape, (tally = new Tally()));
        tally.add(convention.helperPrefix(object.name) ?? '');
      }
      // A default name that happens to fit tells nothing of how names are here.
      if (!reading.fits || reading.helper || saysNothing(scene, object.name)) continue;
      this.fitting++;
      this.#learn(object, key, reading, last);
    }
  }
  #learn(object: SceneObject, key: PatternKey, reading: NameReading, last: Map<string, number>): void {
    const { scene, convention } = this;
    const text = (role: Parameters<CompiledConvention['slotFor']>[0]): string | undefined => {
      const slot = convention.slotFor(role, key);
      return slot ? slotText(reading, slot.name) : undefined;
    };
    const what = text('what');
    const frame = this.#frames.of(object.id);
    const seat = sideSeat(scene, object.id, frame, convention.source.slack);
    const placed = text('place') !== undefined;
    // Several of one name lack what would tell them apart: they do not show what such names carry.
    const isShared = scene.withName(object.name).size > 1;
    for (const part of convention.pattern(key)!) {
      if (!part.optional || isShared) continue;
      const has = slotText(reading, part.slot) !== undefined;
      const circles = this.#circles(part.slot, key, seat);
      circles.all.add(has);
      (placed ? circles.placed : circles.unplaced).add(has);
      if (what === undefined) continue;
      let share = circles.byWhat.get(what);
      if (!share) circles.byWhat.set(what, (share = new Share()));
      share.add(has);
    }
    const side = convention.slotFor('side', key);
    const sense = side && side.senses.get(slotText(reading, side.name) ?? '');
    if (sense && seat.clear) this.sideAgrees.add(sense === seat.sense);
    this.#learnPlace(object, key, reading, what);
    const surface = this.surfaceOf(object);
    if (text('surface') !== undefined && surface !== null)
      this.surfaceAgrees.add(surface === text('surface'));
    this.#learnOthers(object, key, reading);
    if (what === undefined) return;
    this.whats.add(what);
    for (const { text: word } of splitWords(what)) this.#words.add(word.toLowerCase());
    const byShape = shapeKey(this.scene, object);
    if (byShape !== null) {
      let tally = this.#whatByShape.get(byShape);
      if (!tally) this.#whatByShape.set(byShape, (tally = new Tally()));
      tally.add(what);
      const said = this.#saidBy(scene.shapes[object.shape!]!.name);
      this.shapeAgrees.add(said.includes(what.toLowerCase()));
    }
    const numberSlot = convention.slotFor('number', key);
    const number = numberSlot && slotSpan(reading, numberSlot.name);
    if (!number) return;
    const base = object.name.slice(0, number.start) + object.name.slice(number.end);
    const before = last.get(base);
    const value = readNumber(numberSlot.rule, number.text) ?? 0;
    if (before !== undefined) this.treeOrder.add(value > before);
    last.set(base, value);
  }
  /** The letters of a shape's name in lower case; many objects have one shape. */
  #saidBy(shape: string): string {
    let said = this.#said.get(shape);
    if (said === undefined) {
      const words = splitWords(shape).map((word) => word.text.toLowerCase());
      this.#said.set(shape, (said = words.join('')));
    }
    return said;
  }
  readonly #said = new Map<string, string>();
  #learnPlace(object: SceneObject, key: PatternKey, reading: NameReading, what: string | undefined): void {
    const place = this.convention.slotFor('place', key);
    const sense = place && place.senses.get(slotText(reading, place.name) ?? '');
    if (!sense) return;
    for (const like of [`key:${key}`, `what:${what}`]) {
      const known = this.#placeSenses.get(like);
      if (known) known.add(sense);
      else this.#placeSenses.set(like, new Set([sense]));
    }
    if (sense !== 'front' && sense !== 'back') return;
    const frame = this.#frames.of(object.id);
    const seat = depthSeat(this.scene, object.id, frame, this.convention.source.slack);
    if (seat.clear) this.placeAgrees.add(sense === seat.sense);
  }
  #circles(slot: string, key: PatternKey, seat: Seat): Circles {
    let bySlot = this.#carries.get(slot);
    if (!bySlot) this.#carries.set(slot, (bySlot = new Map<PatternKey, Map<string, Circles>>()));
    let byKey = bySlot.get(key);
    if (!byKey) bySlot.set(key, (byKey = new Map<string, Circles>()));
    const where = seat.sense === 'centre' ? 'centre' : seat.clear ? 'aside' : 'across';
    let circles = byKey.get(where);
    if (!circles) byKey.set(where, (circles = new Circles()));
    return circles;
  }
  /**
   * How many of the objects like this one carry a slot. A narrow circle of a few is drawn towards the wider one around
   * it, as if two more of that had been seen. Null while hardly any names fit.
   */
  carried(slot: string, key: PatternKey, { what, seat, placed }: LikeIt): Carried | null {
    let known: Carried | null = null;
    const { all, placed: withPlace, unplaced, byWhat } = this.#circles(slot, key, seat);
    // From the widest to the narrowest: of its kind and seat, of those with or without a place too, of the same name.
    const circles = [all];
    if (this.convention.slots.get(slot)?.role === 'side') circles.push(placed ? withPlace : unplaced);
    const named = what === undefined ? undefined : byWhat.get(what);
    if (named) circles.push(named);
    for (const share of circles) {
      if (!share.of || (!known && share.of < 3)) continue;
      const expected: number = known ? (share.yes + 2 * known.share) / (share.of + 2) : share.expected;
      known = { share: expected, yes: share.yes, of: share.of };
    }
    return known;
  }
  /** Slots that only names tell of: what stands in them, by shape and over all. */
  readonly #others = new Map<string, Map<number | string | null, Tally>>();
  #learnOthers(object: SceneObject, key: PatternKey, reading: NameReading): void {
    for (const { name, role } of this.convention.compiled(key)!.slots) {
      if (role !== 'other' && role !== 'version' && role !== 'variant') continue;
      let byShape = this.#others.get(name);
      if (!byShape) this.#others.set(name, (byShape = new Map<number | string | null, Tally>()));
      const text = slotText(reading, name) ?? '';
      for (const shape of new Set([shapeKey(this.scene, object), null])) {
        let tally = byShape.get(shape);
        if (!tally) byShape.set(shape, (tally = new Tally()));
        tally.add(text);
      }
    }
  }
  /** What stands most in a slot of names of the same shape; of all names for no object. */
  textByShape(slot: string, object: SceneObject | null): Top | null {
    const key = object && shapeKey(this.scene, object);
    return object && key === null ? null : (this.#others.get(slot)?.get(key)?.top() ?? null);
  }
  /** Which ways the place slot points on things of this name. */
  placeSenses(what: string): ReadonlySet<Sense> | null {
    return this.#placeSenses.get(`what:${what}`) ?? null;
  }
  /** The helper prefix that objects of the same shape have, when most of them have it. */
  helperByShape(object: SceneObject): { readonly prefix: string; readonly count: number } | null {
    const key = shapeKey(this.scene, object);
    const top = key === null ? null : this.#helperByShape.get(key)?.top();
    return top && top.text && top.count * 3 >= top.of * 2 && top.count > 1
      ? { prefix: top.text, count: top.count }
      : null;
  }
  /** What objects of the same shape are called, among the names that fit. */
  calledByShape(object: SceneObject): ReturnType<Tally['top']> {
    const key = shapeKey(this.scene, object);
    return key === null ? null : (this.#whatByShape.get(key)?.top() ?? null);
  }
  /** How many objects of the same shape have a word, in lower case, in their names. */
  sameShapeUsing(object: SceneObject, word: string): number {
    const key = shapeKey(this.scene, object);
    if (key === null) return 0;
    this.#wordsByShape ??= this.#countWordsByShape();
    return this.#wordsByShape.get(key)?.get(word) ?? 0;
  }
  #wordsByShape: Map<number | string, Map<string, number>> | null = null;
  #countWordsByShape(): Map<number | string, Map<string, number>> {
    const byShape = new Map<number | string, Map<string, number>>();
    for (const object of this.scene.walk()) {
      const key = shapeKey(this.scene, object);
      if (key === null) continue;
      let counts = byShape.get(key);
      if (!counts) byShape.set(key, (counts = new Map<string, number>()));
      for (const word of new Set(splitWords(object.name).map((one) => one.text.toLowerCase())))
        counts.set(word, (counts.get(word) ?? 0) + 1);
    }
    return byShape;
  }
  /** What is the same but for capitals, among what fitting names call things; null: nothing else. */
  writtenAs(text: string): string | null {
    if (!this.#byLow) {
      this.#byLow = new Map();
      for (const what of this.whats.counts.keys()) {
        const low = what.toLowerCase();
        const known = this.#byLow.get(low);
        if (known) known.push(what);
        else this.#byLow.set(low, [what]);
      }
    }
    return this.#byLow.get(text.toLowerCase())?.find((what) => what !== text) ?? null;
  }
  #byLow: Map<string, string[]> | null = null;
  /** How often a word stands in what things are called, among the names that fit. */
  wordUsed(word: string): number {
    return this.#words.counts.get(word.toLowerCase()) ?? 0;
  }
}
