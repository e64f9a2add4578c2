import { readOwn } from '@renquil/core/own-json';
import { nextTask } from '../ui/next-task';
import { CheckRun, findingBuffers, packFindings, namingStatisticsOf, planFixes } from '@renquil/core/checks';
import { applyChange, type Edit } from '@renquil/core/edits';
import { framesOf, tellFrames, type Frame } from '@renquil/core/frames';
import { CompiledConvention, provideEnglish, type Convention } from '@renquil/core/names';
import { takeProposals, type KnownElsewhere, type NameProposal } from '@renquil/core/names/propose';
import { runRecipe } from '@renquil/core/names/recipe';
import {
  openSnapshot,
  packedBuffers,
  packSnapshot,
  type Scene,
  type SceneSnapshot,
} from '@renquil/core/scene';
import {
  asItIs,
  makeOutgoing,
  taughtBy,
  withHeard,
  type Heard,
  type Target,
  type Taught,
} from '@renquil/core/targets';
import { proposingNames, runFor, runGate, type Gate } from '@renquil/core/workbench';
import type { FixRequest, FromAnalysis, TakeRequest, ToAnalysis } from './analysis-messages';
import type { ToldElsewhere } from '@renquil/api';
import { packNames } from './packed-names';
import { packTaken, takenBuffers } from './packed-taken';

let run: CheckRun | null = null;
let summaryTimer: ReturnType<typeof setTimeout> | undefined;
const tell = (message: FromAnalysis): void => postMessage(message);

/** What came while the words of English were on their way; they are fetched beside the scene, and not waited for longer than this. */
let waiting: ToAnalysis[] | null = [];
const longest = 5000;
const goOn = (): void => {
  const all = waiting ?? [];
  waiting = null;
  all.forEach(handle);
};
setTimeout(goOn, longest);
import('./english-words')
  // What came too late would judge the rest of a scene otherwise than its beginning.
  .then(({ englishWords }) => waiting && provideEnglish(englishWords))
  .then(goOn, goOn);

addEventListener('message', ({ data }: MessageEvent<ToAnalysis>) => {
  if (waiting && data.type !== 'read') waiting.push(data);
  else handle(data);
});

function handle(data: ToAnalysis): void {
  try {
    if (data.type === 'read') read(data);
    else if (data.type === 'open') open(data);
    else if (data.type === 'edits') follow(data.edits);
    else if (data.type === 'hold-to') judge(run!.scene, data.convention);
    else if (data.type === 'know') know(data.elsewhere);
    else if (data.type === 'waive') waive(data);
    else if (data.type === 'aim') aim(data);
    else if (data.type === 'teach') teach(data);
    else if (data.type === 'propose') void propose(data.seq, data.objects);
    else if (data.type === 'stop-proposing') [asked, proposed] = [null, null];
    else if (data.type === 'take') take(data);
    else if (data.type === 'fix') fix(data);
    else if (data.type === 'why')
      tell({ type: 'because', asked: data.asked, proposal: proposed?.byId.get(data.object) ?? null });
    else preview(data.request);
  } catch (error) {
    tell({ type: 'broken', text: (error as Error).message });
  }
}

/** What was read and is not open yet, by its reading; of those that never are, the last two are kept. */
const unopened = new Map<number, Scene>();

function read({ seq, bytes }: Extract<ToAnalysis, { type: 'read' }>): void {
  try {
    const snapshot = readOwn<SceneSnapshot>(new TextDecoder().decode(bytes));
    const packed = packSnapshot(snapshot);
    postMessage({ type: 'read', seq, packed } satisfies FromAnalysis, packedBuffers(packed));
    unopened.set(seq, openSnapshot(snapshot));
    for (const old of unopened.keys()) if (unopened.size > 2) unopened.delete(old);
  } catch (error) {
    tell({ type: 'unread', seq, text: (error as Error).message });
  }
}

function open({ reading, changes, convention }: Extract<ToAnalysis, { type: 'open' }>): void {
  const scene = unopened.get(reading);
  if (!scene) throw new Error('this scene was not read');
  unopened.delete(reading);
  for (const edits of changes) applyChange(scene, { label: '', edits });
  judge(scene, convention);
}

function judge(scene: Scene, convention: Convention): void {
  const compiled = new CompiledConvention(convention);
  tellFrames(scene, () => framesOf(scene, compiled));
  toldFrames = null;
  run = new CheckRun(scene, compiled);
  if (held) run.waive(held.waivers, held.time);
  run.all((done) => tell({ type: 'progress', done, total: scene.size }));
  tellFindings(true, run.rows());
  summarise();
}

function follow(edits: readonly Edit[]): void {
  if (!run) return;
  const result = applyChange(run.scene, { label: '', edits });
  if (!result.ok) throw new Error(`the checks lost track of the scene: ${result.detail}`);
  const seen = run.after(edits);
  const known = run;
  tellFindings(
    false,
    [...seen].map((id) => [id, known.of(id)] as const),
  );
  clearTimeout(summaryTimer);
  // Counting walks the whole scene; while someone types on, once is enough.
  summaryTimer = setTimeout(summarise, 60);
}

function tellFindings(whole: boolean, rows: Parameters<typeof packFindings>[0]): void {
  const found = packFindings(rows);
  postMessage({ type: 'findings', whole, found } satisfies FromAnalysis, findingBuffers(found));
}

/** What is let pass in the open scene; it may be known before the scene is, and stays when it is judged anew. */
let held: Extract<ToAnalysis, { type: 'waive' }> | null = null;
function waive(said: Extract<ToAnalysis, { type: 'waive' }>): void {
  held = said;
  if (!run) return;
  run.waive(said.waivers, said.time);
  summarise();
}

/** What the gate is asked for while somebody looks at it; it costs a walk over all that goes. */
let aimed: Target | null = null;
let heard: Heard | null = null;
function aim(said: Extract<ToAnalysis, { type: 'aim' }>): void {
  ({ target: aimed, heard } = said);
  summarise();
}
function teach({ asked, target, changes }: Extract<ToAnalysis, { type: 'teach' }>): void {
  let taught: Taught | null = null;
  try {
    if (run) taught = taughtBy(makeOutgoing(run.scene, run.convention, target), changes);
  } catch {
    // The gate says of a target that it does not work.
  }
  tell({ type: 'taught', asked, taught });
}
function gateNow(of: CheckRun): Gate {
  if (!aimed && !heard) return runGate(of);
  const target = aimed ?? asItIs;
  try {
    const asked = runFor(of, target);
    if (held) asked.waive(held.waivers, held.time);
    const outgoing = withHeard(makeOutgoing(of.scene, of.convention, target), heard);
    return runGate(asked, outgoing);
  } catch (error) {
    // A target that does not work here stops the gate for it, and nothing else.
    tell({ type: 'broken', text: `the target "${target.title}" does not work: ${(error as Error).message}` });
    return runGate(of);
  }
}

let toldFrames: readonly Frame[] | null = null;
function summarise(): void {
  if (!run) return;
  tell({ type: 'summary', standing: namingStatisticsOf(run), gate: gateNow(run) });
  const frames = framesOf(run.scene, run.convention).all;
  if (frames !== toldFrames) tell({ type: 'frames', frames: (toldFrames = frames) });
}

function preview(request: Extract<ToAnalysis, { type: 'preview' }>['request']): void {
  if (!run) return;
  const began = performance.now();
  const { scene } = run;
  const objects = [...request.objects].filter((id) => scene.find(id));
  try {
    const made = runRecipe(scene, objects, request.steps, {
      policy: request.policy,
      convention: run.convention,
    });
    const names = packNames(made.names);
    const { seq } = request;
    const result = { ...made, seq, names, asked: objects.length, took: performance.now() - began };
    postMessage({ type: 'preview', result } satisfies FromAnalysis, [names.ids.buffer, names.ends.buffer]);
  } catch (error) {
    tell({ type: 'preview-error', seq: request.seq, text: (error as Error).message });
  }
}

/** What the other scenes of the project say. */
let known: KnownElsewhere | undefined;
function know({ shapes, facing }: ToldElsewhere): void {
  known = { shapes: new Map(shapes.map((one) => [one.digest, one])), facing };
}
/** What names are being proposed for; null: nothing, or it was called off. */
let asked: { readonly seq: number; readonly objects: Int32Array } | null = null;
/** What was proposed last: a quarter of a million of them would stop the page, which shows a screenful. */
let proposed: {
  readonly seq: number;
  readonly made: readonly NameProposal[];
  readonly byId: ReadonlyMap<number, NameProposal>;
} | null = null;

function take({ seq, asked, choices }: TakeRequest): void {
  if (!run || proposed?.seq !== seq) return tell({ type: 'taken', seq, asked, taken: null });
  const taken = packTaken(takeProposals(run.scene, run.convention, proposed.made, choices));
  postMessage({ type: 'taken', seq, asked, taken } satisfies FromAnalysis, takenBuffers(taken));
}

function fix({ seq, findings, choices }: FixRequest): void {
  if (!run) return tell({ type: 'fixes', seq, plan: 'the scene is not checked yet' });
  try {
    tell({ type: 'fixes', seq, plan: planFixes(run, findings, choices) });
  } catch (error) {
    tell({ type: 'fixes', seq, plan: (error as Error).message });
  }
}

/** In steps, so that it can be called off, and begins anew when the scene changes under it. */
async function propose(seq: number, objects: Int32Array): Promise<void> {
  const mine = (asked = { seq, objects });
  const began = performance.now();
  try {
    while (asked === mine && run) {
      const [{ scene, convention }, version] = [run, run.scene.sceneVersion];
      const there = [...objects].filter((id) => scene.find(id));
      const steps = proposingNames(scene, convention, there, { run, known });
      let step = steps.next();
      while (!step.done) {
        tell({ type: 'proposing', seq, done: step.value, total: there.length });
        await nextTask();
        if (asked !== mine) return;
        if (run.scene !== scene || run.convention !== convention || scene.sceneVersion !== version) break;
        step = steps.next();
      }
      if (!step.done) continue;
      asked = null;
      const took = performance.now() - began;
      const made = step.value;
      proposed = { seq, made, byId: new Map(made.map((one) => [one.object, one])) };
      tell({ type: 'proposals', result: { seq, asked: there.length, took } });
    }
  } catch (error) {
    asked = null;
    tell({ type: 'broken', text: (error as Error).message });
  }
}
