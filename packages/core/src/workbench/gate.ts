import type { CheckRun } from '../checks/check-run.js';
import type { Severity } from '../checks/severity.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { Outgoing } from '../targets/outgoing.js';
import { targetRules, type TargetFinding } from '../targets/target-finding.js';
import { homeWords, staysHome, type StaysHome } from '../targets/stays-home.js';

/** One line of the gate: a rule, how many objects it was asked of, and how many it found wrong. */
export interface GateLine {
  readonly check: string;
  readonly title: string;
  readonly severity: Severity;
  readonly asked: number;
  readonly wrong: number;
  /** Found too, and let pass; left out: none. */
  readonly waived?: number;
  /** The first few that it found wrong, and what is said of the first. */
  readonly first?: readonly ObjectId[];
  readonly because?: string;
}
/** Whether a scene may be handed off, and what keeps it. */
export interface Gate {
  readonly passes: boolean;
  readonly blockers: number;
  readonly warnings: number;
  /** Findings that are let pass; left out: none. */
  readonly waived?: number;
  readonly lines: readonly GateLine[];
  /** What it is asked for; left out: no target. */
  readonly target?: string;
  readonly goes: {
    readonly objects: number;
    readonly faces: number;
    readonly materials: number;
    /** Of the shapes, each once, as they are when unpacked; left out by what was judged before they were counted. */
    readonly bytes?: number;
  };
  readonly stays: {
    readonly objects: number;
    readonly byWhy: Readonly<Record<string, number>>;
    readonly takenAlong: number;
  };
}

/** Objects that a line names at most. */
const mostNamed = 5;

/**
 * Whether a scene may be handed off. What stays home is not judged, but no real part may be taken along by a helper. With a
 * target, what it takes is judged, and by its rules too.
 * @param run of a target whose severities differ: one that was made with them, see `runFor`
 */
export function runGate(
  run: CheckRun,
  outgoing?: Pick<Outgoing, 'target' | 'home' | 'without' | 'findings'>,
): Gate {
  const { scene, convention } = run;
  const home = outgoing?.home ?? staysHome(scene, convention);
  const going = [...scene.walk()].filter(({ id }) => !(outgoing?.without ?? home.all).has(id));
  const { wrong, waived, first, counts } = countFindings(run, going);
  const lines = run.asked.map(({ check, severity }): GateLine => ({
    check: check.id,
    title: check.title,
    severity,
    asked: going.length,
    wrong: wrong.get(check.id) ?? 0,
    waived: waived.get(check.id) ?? 0,
    ...named(run, check.id, first.get(check.id)),
  }));
  const ofTarget = targetLines(scene, outgoing?.findings ?? [], going.length);
  const ofTargetIn = (severity: Severity): number =>
    ofTarget.reduce((sum, line) => sum + (line.severity === severity ? line.wrong : 0), 0);
  const more = home.takenAlong.length + ofTargetIn('blocker');
  return {
    passes: counts.blocker + more === 0,
    blockers: counts.blocker + more,
    warnings: counts.warning + ofTargetIn('warning'),
    waived: [...waived.values()].reduce((sum, n) => sum + n, 0),
    ...(outgoing ? { target: outgoing.target.title } : {}),
    lines: [...ofTarget, ...lines, helperLine(scene, home)],
    goes: {
      objects: going.length,
      faces: going.reduce((sum, o) => sum + (o.shape === null ? 0 : (scene.shapes[o.shape]?.faces ?? 0)), 0),
      materials: new Set(going.flatMap((object) => object.materials)).size,
      bytes: bytesOf(scene, going),
    },
    stays: { objects: home.all.size, byWhy: countWhys(home), takenAlong: home.takenAlong.length },
  };
}

function bytesOf(scene: Scene, going: readonly SceneObject[]): number {
  const shapes = new Set(going.flatMap(({ shape }) => (shape === null ? [] : [shape])));
  return [...shapes].reduce((sum, shape) => sum + (scene.shapes[shape]?.bytes ?? 0), 0);
}

interface Counted {
  readonly wrong: ReadonlyMap<string, number>;
  readonly waived: ReadonlyMap<string, number>;
  readonly first: ReadonlyMap<string, readonly ObjectId[]>;
  readonly counts: Readonly<Record<Severity, number>>;
}
function countFindings(run: CheckRun, going: readonly SceneObject[]): Counted {
  const [wrong, waived] = [new Map<string, number>(), new Map<string, number>()];
  const first = new Map<string, ObjectId[]>();
  const counts = { blocker: 0, warning: 0, note: 0 };
  for (const { id } of going) {
    for (const { check, severity } of run.checksOf(id)) {
      const isWaived = run.isWaived(id, check.id);
      const of = isWaived ? waived : wrong;
      of.set(check.id, (of.get(check.id) ?? 0) + 1);
      if (isWaived) continue;
      counts[severity]++;
      const known = first.get(check.id);
      if (!known) first.set(check.id, [id]);
      else if (known.length < mostNamed) known.push(id);
    }
  }
  return { wrong, waived, first, counts };
}
function targetLines(scene: Scene, findings: readonly TargetFinding[], asked: number): GateLine[] {
  return findings.map(({ rule, objects, because, isWarning }) => ({
    check: rule,
    title: targetRules[rule],
    severity: isWarning ? 'warning' : 'blocker',
    asked,
    wrong: Math.max(1, objects.length),
    // The one more object above all that goes is not in the scene itself.
    first: objects.filter((id) => scene.find(id)).slice(0, mostNamed),
    because,
  }));
}
function helperLine(scene: Scene, { all, takenAlong }: StaysHome): GateLine {
  const [first] = takenAlong;
  return {
    check: 'helper-branch',
    title: 'Only helpers stay home',
    severity: 'blocker',
    asked: all.size,
    wrong: takenAlong.length,
    waived: 0,
    ...(first === undefined
      ? {}
      : {
          first: takenAlong.slice(0, mostNamed),
          because: `"${scene.get(first).name}" is no helper, and stays home below one.`,
        }),
  };
}
function countWhys({ tops }: StaysHome): Record<string, number> {
  const byWhy: Record<string, number> = {};
  for (const { prefix, why } of tops) {
    const key = prefix ? `${prefix}*` : homeWords[why];
    byWhy[key] = (byWhy[key] ?? 0) + 1;
  }
  return byWhy;
}

function named(run: CheckRun, check: string, first: readonly ObjectId[] | undefined): Partial<GateLine> {
  if (!first) return {};
  const because = run.of(first[0]!).find((one) => one.check === check)?.because;
  return { first, ...(because === undefined ? {} : { because }) };
}
