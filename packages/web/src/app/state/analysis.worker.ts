import {
  applyChange,
  CheckRun,
  CompiledConvention,
  openSnapshot,
  partsConvention,
  runGate,
  runRecipe,
  standingOf,
  type Edit,
} from '@renquil/core';
import type { FromAnalysis, PreviewRequest, ToAnalysis } from './analysis-messages';

let run: CheckRun | null = null;
let summaryTimer: ReturnType<typeof setTimeout> | undefined;
const tell = (message: FromAnalysis): void => postMessage(message);

addEventListener('message', ({ data }: MessageEvent<ToAnalysis>) => {
  try {
    if (data.type === 'open') open(data);
    else if (data.type === 'edits') follow(data.edits);
    else preview(data.request);
  } catch (error) {
    tell({ type: 'broken', text: (error as Error).message });
  }
});

function open({ snapshot, changes }: Extract<ToAnalysis, { type: 'open' }>): void {
  const scene = openSnapshot(snapshot);
  for (const edits of changes) applyChange(scene, { label: '', edits });
  run = new CheckRun(scene, new CompiledConvention(partsConvention));
  run.all((done) => tell({ type: 'progress', done, total: scene.size }));
  tell({ type: 'findings', whole: true, rows: [...run.objectsWithFindings] });
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

function preview(request: PreviewRequest): void {
  if (!run) return;
  const began = performance.now();
  const { scene } = run;
  const objects = request.objects.filter((id) => scene.find(id));
  try {
    const made = runRecipe(scene, objects, request.steps, request.policy);
    tell({
      type: 'preview',
      result: { seq: request.seq, ...made, asked: objects.length, took: performance.now() - began },
    });
  } catch (error) {
    tell({ type: 'preview-error', seq: request.seq, text: (error as Error).message });
  }
}
