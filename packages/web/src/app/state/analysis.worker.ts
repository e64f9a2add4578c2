import {
  applyChange,
  CheckRun,
  CompiledConvention,
  openSnapshot,
  proposingNames,
  runGate,
  runRecipe,
  standingOf,
  type Convention,
  type Edit,
  type Scene,
} from '@renquil/core';
import type { FromAnalysis, ToAnalysis } from './analysis-messages';
import { packNames } from './packed-names';

let run: CheckRun | null = null;
let summaryTimer: ReturnType<typeof setTimeout> | undefined;
const tell = (message: FromAnalysis): void => postMessage(message);

addEventListener('message', ({ data }: MessageEvent<ToAnalysis>) => {
  try {
    if (data.type === 'open') open(data);
    else if (data.type === 'edits') follow(data.edits);
    else if (data.type === 'hold-to') judge(run!.scene, data.convention);
    else if (data.type === 'propose') void propose(data.seq, data.objects);
    else if (data.type === 'stop-proposing') asked = null;
    else preview(data.request);
  } catch (error) {
    tell({ type: 'broken', text: (error as Error).message });
  }
});

function open({ snapshot, changes, convention }: Extract<ToAnalysis, { type: 'open' }>): void {
  const scene = openSnapshot(snapshot);
  for (const edits of changes) applyChange(scene, { label: '', edits });
  judge(scene, convention);
}

function judge(scene: Scene, convention: Convention): void {
  run = new CheckRun(scene, new CompiledConvention(convention));
  run.all((done) => tell({ type: 'progress', done, total: scene.size }));
  tell({ type: 'findings', whole: true, rows: [...run.rows()] });
  summarise();
}

function follow(edits: readonly Edit[]): void {
  if (!run) return;
  const result = applyChange(run.scene, { label: '', edits });
  if (!result.ok) throw new Error(`the checks lost track of the scene: ${result.detail}`);
  const seen = run.after(edits);
  const known = run;
  tell({ type: 'findings', whole: false, rows: [...seen].map((id) => [id, known.of(id)] as const) });
  clearTimeout(summaryTimer);
  // Counting walks the whole scene; while someone types on, once is enough.
  summaryTimer = setTimeout(summarise, 60);
}

function summarise(): void {
  if (run) tell({ type: 'summary', standing: standingOf(run), gate: runGate(run) });
}

function preview(request: Extract<ToAnalysis, { type: 'preview' }>['request']): void {
  if (!run) return;
  const began = performance.now();
  const { scene } = run;
  const objects = [...request.objects].filter((id) => scene.find(id));
  try {
    const made = runRecipe(scene, objects, request.steps, request.policy, run.convention);
    const names = packNames(made.names);
    const { seq } = request;
    const result = { ...made, seq, names, asked: objects.length, took: performance.now() - began };
    postMessage({ type: 'preview', result } satisfies FromAnalysis, [names.ids.buffer, names.ends.buffer]);
  } catch (error) {
    tell({ type: 'preview-error', seq: request.seq, text: (error as Error).message });
  }
}

/** What names are being proposed for; null: nothing, or it was called off. */
let asked: { readonly seq: number; readonly objects: readonly number[] } | null = null;

/** In steps, so that it can be called off, and begins anew when the scene changes under it. */
async function propose(seq: number, objects: readonly number[]): Promise<void> {
  const mine = (asked = { seq, objects });
  const began = performance.now();
  try {
    while (asked === mine && run) {
      const [{ scene, convention }, version] = [run, run.scene.anyVersion];
      const there = objects.filter((id) => scene.find(id));
      const steps = proposingNames(scene, convention, there);
      let step = steps.next();
      while (!step.done) {
        tell({ type: 'proposing', seq, done: step.value, total: there.length });
        await new Promise((done) => setTimeout(done));
        if (asked !== mine) return;
        if (run.scene !== scene || run.convention !== convention || scene.anyVersion !== version) break;
        step = steps.next();
      }
      if (!step.done) continue;
      asked = null;
      const took = performance.now() - began;
      tell({ type: 'proposals', result: { seq, made: step.value, asked: there.length, took } });
    }
  } catch (error) {
    asked = null;
    tell({ type: 'broken', text: (error as Error).message });
  }
}
