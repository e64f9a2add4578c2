import { applyChange, CheckRun, CompiledConvention, partsConvention, checkRegistry, english } from '@renquil/core';
import { readGltf } from '@renquil/formats';
import { generateGlb } from './src/generate.js';
const n = Number(process.argv[2] ?? 100000);
english();
const glb = generateGlb(n);
const convention = new CompiledConvention(partsConvention);
const scene = readGltf(glb, 'b.glb').scene;
const ids = [...scene.walk()].map((o) => o.id);
const rename = (runs: CheckRun[], id: number, to: string) => { const from = scene.get(id).name; const edits = [{ kind: 'rename', object: id, from, to } as const]; applyChange(scene, { label: '', edits }); const ts: number[] = []; for (const r of runs) { const t = performance.now(); r.after(edits); ts.push(performance.now() - t); } return ts; };
const checks = checkRegistry;
const runs = [new CheckRun(scene, convention), ...checks.map((c) => new CheckRun(scene, convention, [c]))];
for (const r of runs) { r.all(); }
for (let k = 0; k < 4; k++) { const id = ids[5000 + k]!; const ts = rename(runs, id, scene.get(id).name + 'x'); console.log('all', ts[0]!.toFixed(1), checks.map((c, i) => [c.id, ts[i + 1]!] as const).filter((x) => x[1] > 0.3).map((x) => x[0] + ' ' + x[1].toFixed(1)).join(', ')); }
const t = performance.now(); runs[0]!.all(); console.log('full', performance.now() - t);
