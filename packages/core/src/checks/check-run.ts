import { touchedBy } from '../edits/registry.js';
import type { Edit } from '../edits/edit.js';
import { turnedOf, type Frames } from '../frames/frame.js';
import { framesOf } from '../frames/frames-of.js';
import { treeOrder } from '../frames/tree-order.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { mirrorPartners, type Partners } from '../names/sides/mirror-partners.js';
import { slotOf } from '../names/slots/slot-of.js';
import { factsOf, tellFacts } from '../query/query-facts.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { ruledAnewByQueries } from '../scene/switched.js';
import { isAsked, toFinding, type Check, type Finding, type Scope, type Trigger } from './check.js';
import type { Severity } from './severity.js';
import { FindingBitset } from './finding-bitset.js';
import { summaryOf, type EditSummary } from './edit-summary.js';
import type { Running } from './running.js';
import { checksOf } from './checks-of.js';
import { settingIn } from './setting-in.js';
import type { Waiver, WaiverTime } from './waivers/waiver.js';
import { WaiverBook } from './waivers/waiver-book.js';

/**
 * The findings of one scene, kept up through edits: after a change only objects that a check's scope lets the change
 * affect are evaluated again. A law test holds incremental = full over random edits.
 */
export class CheckRun {
  readonly #running: Running[] = [];
  readonly #byId: ReadonlyMap<string, Running>;
  /** What is found of whom. A check is asked for its sentence once more when somebody reads it: a scene may hold a hundred thousand. */
  #found = new FindingBitset(0, 0);
  #frames: Frames | null = null;
  /** Whose asset faces elsewhere, or has its planes elsewhere, since the last edits but these. */
  #turned = noIds;
  #partners: Partners | null = null;
  #waivers: WaiverBook | null = null;

  constructor(
    readonly scene: Scene,
    readonly convention: CompiledConvention,
    checks: readonly Check[] = checksOf(convention),
  ) {
    // Rules and live sets may ask what stands in a slot.
    tellFacts(scene, { ...factsOf(scene), slot: (id, slot) => slotOf(scene, convention, { id, slot }) });
    for (const check of checks) {
      const setting = settingIn(convention, check);
      if (!setting) continue;
      const { severity, parameters } = setting;
      this.#running.push({
        at: this.#running.length,
        check,
        scope: check.scopeIn?.(convention) ?? check.scope,
        severity,
        context: { scene, convention, parameters },
        applied: true,
      });
    }
    this.#byId = new Map(this.#running.map((one) => [one.check.id, one]));
  }
  /** Evaluates everything. `tick` is called every 4,096 objects with how many are done. */
  all(tick?: (done: number) => void): void {
    this.#found = new FindingBitset(this.#running.length, this.scene.nextId);
    this.#askApplies();
    this.#findTurned();
    this.#keepPartners();
    const asking = this.#running.filter((one) => one.applied);
    const each = asking.filter((one) => !one.check.candidates);
    let done = 0;
    for (const object of this.scene.walk()) {
      for (const { check, context, at } of each)
        if (isAsked(check, object) && check.evaluate(object, context)) this.#found.put(object.id, at);
      if ((++done & 4095) === 0) tick?.(done);
    }
    for (const one of asking)
      for (const id of one.check.candidates?.(one.context) ?? []) this.#evaluate(id, [one]);
  }
  /** Evaluates what a change, already applied, may have affected. Returns the objects that were looked at again. */
  after(edits: readonly Edit[]): Set<ObjectId> {
    const seen = new Set<ObjectId>();
    const onScene = this.#sceneChecks(edits);
    const told = this.#running
      .filter(({ scope }) => scope === 'told')
      .map((one) => [one, one.check.concernedBy!(edits, one.context)] as const);
    const touch = touchedBy(edits);
    const whole = new Set(touch.objects);
    for (const id of whole) {
      seen.add(id);
      this.#evaluate(id, this.#running);
    }
    const byScope = (scope: Scope) => this.#running.filter((r) => r.scope === scope);
    const onChildren = byScope('children');
    for (const parent of touch.parents) {
      if (parent === null || whole.has(parent)) continue;
      seen.add(parent);
      this.#evaluate(parent, onChildren);
    }
    const onNames = byScope('same-name');
    for (const name of touch.names) {
      for (const id of this.scene.withName(name)) {
        if (whole.has(id)) continue;
        seen.add(id);
        this.#evaluate(id, onNames);
      }
    }
    this.#afterSwitches(edits, (id, running) => {
      if (whole.has(id)) return;
      seen.add(id);
      this.#evaluate(id, running);
    });
    this.#afterMoves(edits, touch.parents.has(null), (id, running) => {
      if (whole.has(id)) return;
      seen.add(id);
      this.#evaluate(id, running);
    });
    const again = (id: ObjectId, running: readonly Running[]): void => {
      if (!whole.has(id) && this.#evaluate(id, running)) seen.add(id);
    };
    const done = summaryOf(this.scene, edits);
    const all = [...onScene].flatMap(([one, asBefore]) =>
      asBefore && done && this.#afterSome(one, done, again) ? [] : [one],
    );
    this.#keepPartners();
    for (const [one, ids] of told) {
      if (!ids) all.push(one);
      else for (const id of ids) again(id, [one]);
    }
    const each = all.filter((one) => !one.check.candidates);
    if (each.length) for (const { id } of this.scene.walk()) again(id, each);
    for (const one of all) if (one.check.candidates) this.#candidatesAgain(one, again);
    return seen;
  }
  /** A check may know whom renames and places concern. @returns whether it did */
  #afterSome(
    one: Running,
    done: EditSummary,
    again: (id: ObjectId, running: readonly Running[]) => void,
  ): boolean {
    const { check, context, at } = one;
    const ids = new Set<ObjectId>();
    const add = (some: Iterable<ObjectId> | null | undefined): boolean => {
      for (const id of some ?? []) ids.add(id);
      return !!some;
    };
    const isBy = (kind: Trigger): boolean => check.triggeredBy?.includes(kind) ?? true;
    if (isBy('rename') && done.renamed.length)
      if (!add(check.afterRenames?.(done.renamed, context, (id) => this.#found.has(id, at)))) return false;
    const isTurned = isBy('frames') && this.#turned.size > 0;
    if (isTurned || [...done.placedBy].some(isBy)) {
      if (!add(check.afterPlaces?.(done, context, this.#partners))) return false;
      add(done.placed);
      add(done.above);
      if (isTurned) add(this.#turned);
    }
    for (const id of ids) again(id, [one]);
    return true;
  }
  /** What mirrors what, for those checks that will want to know what did. */
  #keepPartners(): void {
    const isAsked = this.#running.some(({ applied, check }) => applied && check.asksPartners);
    this.#partners = isAsked ? mirrorPartners(this.scene, this.convention) : null;
  }
  /** Asks a check that knows its candidates of those, and of all that it has something to say of until now. */
  #candidatesAgain(one: Running, again: (id: ObjectId, running: readonly Running[]) => void): void {
    const ids = new Set(one.applied ? one.check.candidates!(one.context) : []);
    for (const id of this.#found.having(one.at)) ids.add(id);
    for (const id of ids) again(id, [one]);
  }
  /** Everything below what was moved may be deeper now; every root may be the odd one out. */
  #afterMoves(
    edits: readonly Edit[],
    roots: boolean,
    again: (id: ObjectId, running: readonly Running[]) => void,
  ): void {
    const onBranch = this.#running.filter((r) => r.scope === 'branch');
    const onRoots = this.#running.filter((r) => r.scope === 'roots');
    if (onBranch.length) {
      const tops = new Set(edits.flatMap((edit) => (edit.kind === 'move' ? [edit.object] : [])));
      for (const top of tops) {
        if (this.scene.find(top)) for (const object of this.scene.walk(top)) again(object.id, onBranch);
      }
    }
    // A root that gains or loses its last child may become the main one, so any change of children counts.
    const mainMayChange =
      roots || edits.some((edit) => edit.kind === 'move' || edit.kind === 'insert' || edit.kind === 'remove');
    if (onRoots.length && mainMayChange) for (const id of this.scene.roots) again(id, onRoots);
  }
  #findTurned(): void {
    this.#turned = noIds;
    if (!this.#running.some(({ check }) => check.triggeredBy?.includes('frames'))) return;
    const before = this.#frames;
    const frames = framesOf(this.scene, this.convention);
    if (before) this.#turned = turnedOf(before, frames, treeOrder(this.scene).ids);
    // As long as they are alike, those that everything was judged by are kept: noise does not add up.
    if (!before || this.#turned.size || before.all.length !== frames.all.length) this.#frames = frames;
  }
  #askApplies(): void {
    for (const one of this.#running) if (one.check.applies) one.applied = one.check.applies(one.context);
  }
  /**
   * Checks over the whole scene that these edits concern: they apply, or did until now; each with whether it can know whom
   * they concern.
   */
  #sceneChecks(edits: readonly Edit[]): Map<Running, boolean> {
    const before = new Map(this.#running.map((one) => [one, one.applied] as const));
    this.#askApplies();
    const kinds = new Set<string>(edits.map(({ kind }) => kind));
    for (const edit of edits) if (edit.kind === 'set') kinds.add(`set ${edit.field}`);
    this.#findTurned();
    if (this.#turned.size) kinds.add('frames');
    const concerned = new Map<Running, boolean>();
    for (const one of this.#running) {
      const { triggeredBy, family } = one.check;
      // Which patterns objects are held to may be others now.
      const onAnything = this.convention.hasSpecial && family === 'names';
      if (before.get(one) !== one.applied) concerned.set(one, false);
      else if (one.applied && one.scope === 'scene')
        if (onAnything || !triggeredBy || triggeredBy.some((kind) => kinds.has(kind)))
          concerned.set(one, !onAnything);
    }
    return concerned;
  }
  /** A switch rules over all below it; a layer or set over its objects; a live set over what an edit may bring into it. */
  #afterSwitches(edits: readonly Edit[], again: (id: ObjectId, running: readonly Running[]) => void): void {
    const running = this.#running.filter((r) => r.scope === 'switches');
    if (!running.length) return;
    const isRecord = edits.some((edit) => edit.kind === 'named-set' || edit.kind === 'named-layer');
    const byQueries = isRecord ? null : ruledAnewByQueries(this.scene, edits);
    if (!byQueries) {
      for (const object of this.scene.walk()) again(object.id, running);
      return;
    }
    for (const id of byQueries) again(id, running);
    for (const edit of edits) {
      if (edit.kind !== 'move' && !(edit.kind === 'set' && edit.field === 'switches')) continue;
      if (this.scene.find(edit.object))
        for (const object of this.scene.walk(edit.object)) again(object.id, running);
    }
  }
  /** What is asked of this scene, each check with its severity here. */
  get asked(): readonly Pick<Running, 'check' | 'severity'>[] {
    return this.#running.filter(({ applied }) => applied);
  }
  /** What people agreed to let pass: findings stay, and count no more. */
  waive(waivers: readonly Waiver[], time: WaiverTime): void {
    this.#waivers = waivers.length ? new WaiverBook(this.scene, waivers, time) : null;
  }
  /**
   * A run over a fork of the scene, which knows what is known here; it wants `after` for what the fork was changed by.
   * This run must be up to date.
   */
  forked(fork: Scene): CheckRun {
    const run = new CheckRun(
      fork,
      this.convention,
      this.#running.map(({ check }) => check),
    );
    run.#found = this.#found.copy();
    run.#frames = this.#frames;
    run.#partners = this.#partners;
    run.#waivers = this.#waivers;
    run.#running.forEach((one, at) => (one.applied = this.#running[at]!.applied));
    return run;
  }
  /** How many findings there are, waived ones too. */
  get count(): number {
    return this.#found.count();
  }
  /** Whether a check found something of an object. */
  has(id: ObjectId, check: string): boolean {
    const one = this.#byId.get(check);
    return one !== undefined && this.#found.has(id, one.at);
  }
  /** How bad what a check finds is here; undefined: it is off. */
  severityOf(check: string): Severity | undefined {
    return this.#byId.get(check)?.severity;
  }
  /** Whether a finding is let pass. */
  isWaived(id: ObjectId, check: string): boolean {
    return this.waiverOf(id, check) !== null;
  }
  /** What lets a finding pass; null: nothing. */
  waiverOf(id: ObjectId, check: string): Waiver | null {
    return this.#waivers?.of(id, check) ?? null;
  }
  /** Whether a check is asked of this scene: it is not off, and there is something for it to ask. */
  asks(check: string): boolean {
    return this.#byId.get(check)?.applied === true;
  }
  of(id: ObjectId): readonly Finding[] {
    if (!this.#found.any(id)) return none;
    const object = this.scene.get(id);
    return this.checksOf(id).flatMap(({ check, context, severity }) => {
      const report = check.evaluate(object, context);
      return report ? [toFinding(check, id, severity, report)] : [];
    });
  }
  /** All findings, in tree order, then by check id. */
  *findings(): Generator<Finding> {
    for (const object of this.scene.walk()) yield* this.of(object.id);
  }
  /** The checks that found something of an object. */
  checksOf(id: ObjectId): readonly Running[] {
    return this.#found.any(id) ? this.#running.filter(({ at }) => this.#found.has(id, at)) : noChecks;
  }
  /** The objects of which something is found. */
  objects(): Generator<ObjectId> {
    return this.#found.objects();
  }
  /** What is found of each of them. */
  *rows(): Generator<readonly [ObjectId, readonly Finding[]]> {
    for (const id of this.#found.objects()) yield [id, this.of(id)];
  }
  /** The edits that put one finding right, or null. */
  fix(finding: Finding): Edit[] | null {
    const running = this.#byId.get(finding.check);
    const object = this.scene.find(finding.object);
    return (object && running?.check.fix?.(object, running.context)) ?? null;
  }

  /** @returns whether anything was or is found. */
  #evaluate(id: ObjectId, running: readonly Running[]): boolean {
    const object = this.scene.find(id);
    const before = this.#found.any(id);
    if (!object) {
      this.#found.dropAll(id);
      return before;
    }
    for (const { check, context, applied, at } of running) {
      if (applied && isAsked(check, object) && check.evaluate(object, context)) this.#found.put(id, at);
      else this.#found.drop(id, at);
    }
    return before || this.#found.any(id);
  }
}

const none: readonly Finding[] = [];
const noIds: ReadonlySet<ObjectId> = new Set();
const noChecks: readonly Running[] = [];
