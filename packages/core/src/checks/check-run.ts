import { touchedBy } from '../edits/registry.js';
import type { Edit } from '../edits/edit.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { switchNames, type ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { isRuledByQuery } from '../scene/switched.js';
import {
  toFinding,
  type Check,
  type CheckContext,
  type Finding,
  type Reach,
  type Severity,
} from './check.js';
import { checkRegistry } from './registry.js';

interface Running {
  readonly check: Check;
  readonly reach: Reach;
  readonly severity: Severity;
  readonly context: CheckContext;
  /** For a check that does not always apply: whether it did when it was last asked. */
  applied: boolean;
}

/**
 * The findings of one scene, kept up through edits: after a change only objects that a check's reach lets the change
 * affect are evaluated again. A law test holds incremental = full over random edits.
 */
export class CheckRun {
  readonly #running: Running[] = [];
  readonly #found = new Map<ObjectId, Finding[]>();

  constructor(
    readonly scene: Scene,
    readonly convention: CompiledConvention,
    checks: readonly Check[] = checkRegistry,
  ) {
    for (const check of checks) {
      const setting = convention.source.checks?.[check.id];
      if (setting?.severity === 'off' || (check.onRequest && !setting?.severity)) continue;
      const parameters = { ...check.parameters, ...setting?.parameters };
      this.#running.push({
        check,
        reach: check.reachIn?.(convention) ?? check.reach,
        severity: setting?.severity ?? check.severity,
        context: { scene, convention, parameters },
        applied: true,
      });
    }
  }
  /** Evaluates everything. `tick` is called every 4,096 objects with how many are done. */
  all(tick?: (done: number) => void): void {
    this.#found.clear();
    this.#askApplies();
    let done = 0;
    for (const object of this.scene.walk()) {
      this.#evaluate(object.id, this.#running);
      if ((++done & 4095) === 0) tick?.(done);
    }
  }
  /** Evaluates what a change, already applied, may have affected. Returns the objects that were looked at again. */
  after(edits: readonly Edit[]): Set<ObjectId> {
    const seen = new Set<ObjectId>();
    const onScene = this.#sceneChecks(edits);
    const touch = touchedBy(edits);
    const whole = new Set(touch.objects);
    for (const id of whole) {
      seen.add(id);
      this.#evaluate(id, this.#running);
    }
    const byReach = (reach: Reach) => this.#running.filter((r) => r.reach === reach);
    const onChildren = byReach('children');
    for (const parent of touch.parents) {
      if (parent === null || whole.has(parent)) continue;
      seen.add(parent);
      this.#evaluate(parent, onChildren);
    }
    const onNames = byReach('same-name');
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
    if (onScene.length)
      for (const { id } of this.scene.walk()) if (!whole.has(id) && this.#evaluate(id, onScene)) seen.add(id);
    return seen;
  }
  /** Everything below what was moved may be deeper now; every root may be the odd one out. */
  #afterMoves(
    edits: readonly Edit[],
    roots: boolean,
    again: (id: ObjectId, running: readonly Running[]) => void,
  ): void {
    const onBranch = this.#running.filter((r) => r.reach === 'branch');
    const onRoots = this.#running.filter((r) => r.reach === 'roots');
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
  #askApplies(): void {
    for (const one of this.#running) if (one.check.applies) one.applied = one.check.applies(one.context);
  }
  /** Checks over the whole scene that these edits concern: they apply, or did until now. */
  #sceneChecks(edits: readonly Edit[]): Running[] {
    const before = new Map(this.#running.map((one) => [one, one.applied] as const));
    this.#askApplies();
    const kinds = new Set(edits.map((edit) => edit.kind));
    return this.#running.filter((one) => {
      const was = before.get(one)!;
      if (was !== one.applied) return true;
      if (!one.applied || one.reach !== 'scene') return false;
      // Which pattern an object is held to may hang on anything then.
      if (this.convention.hasSpecial && one.check.family === 'names') return true;
      return !one.check.heeds || one.check.heeds.some((kind) => kinds.has(kind));
    });
  }
  /** A switch rules over all below it; a layer or set over its objects; a live set over what any edit brings into it. */
  #afterSwitches(edits: readonly Edit[], again: (id: ObjectId, running: readonly Running[]) => void): void {
    const running = this.#running.filter((r) => r.reach === 'switches');
    if (!running.length) return;
    const isRecord = edits.some((edit) => edit.kind === 'named-set' || edit.kind === 'named-layer');
    if (isRecord || switchNames.some((name) => isRuledByQuery(this.scene, name))) {
      for (const object of this.scene.walk()) again(object.id, running);
      return;
    }
    for (const edit of edits) {
      if (edit.kind !== 'move' && !(edit.kind === 'set' && edit.field === 'switches')) continue;
      if (this.scene.find(edit.object))
        for (const object of this.scene.walk(edit.object)) again(object.id, running);
    }
  }
  /** Whether a check is asked of this scene: it is not off, and there is something for it to ask. */
  asks(check: string): boolean {
    return this.#running.some((one) => one.check.id === check && one.applied);
  }
  of(id: ObjectId): readonly Finding[] {
    return this.#found.get(id) ?? none;
  }
  /** All findings, in tree order, then by check id. */
  *findings(): Generator<Finding> {
    for (const object of this.scene.walk()) yield* this.of(object.id);
  }
  get objectsWithFindings(): ReadonlyMap<ObjectId, readonly Finding[]> {
    return this.#found;
  }
  /** The edits that put one finding right, or null. */
  fix(finding: Finding): Edit[] | null {
    const running = this.#running.find((r) => r.check.id === finding.check);
    const object = this.scene.find(finding.object);
    return (object && running?.check.fix?.(object, running.context)) ?? null;
  }

  /** @returns whether anything was or is found. */
  #evaluate(id: ObjectId, running: readonly Running[]): boolean {
    const object = this.scene.find(id);
    const before = this.#found.get(id);
    if (!object) {
      if (before) this.#found.delete(id);
      return before !== undefined;
    }
    const kept =
      before && running !== this.#running
        ? before.filter((f) => !running.some((r) => r.check.id === f.check))
        : [];
    for (const { check, severity, context, applied } of running) {
      if (!applied) continue;
      const report = check.evaluate(object, context);
      if (report) kept.push(toFinding(check, id, severity, report));
    }
    if (kept.length) this.#found.set(id, running === this.#running ? kept : kept.sort(byCheck));
    else if (before) this.#found.delete(id);
    return before !== undefined || kept.length > 0;
  }
}

const none: readonly Finding[] = [];
const byCheck = (a: Finding, b: Finding): number => (a.check < b.check ? -1 : 1);
