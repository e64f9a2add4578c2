import { CheckRun, CompiledConvention, partsConvention, checkRegistry, english } from '@renquil/core';
import { readGltf } from '@renquil/formats';
import { generateGlb } from './src/generate.js';
import { Session } from 'node:inspector/promises';
const n = Number(process.argv[2] ?? 300000);
english();
const glb = generateGlb(n);
const convention = new CompiledConvention(partsConvention);
const family = checkRegistry.filter((c) => c.family === 'names');
const scene = readGltf(glb, 'b.glb').scene;
const s = new Session(); s.connect();
await s.post('HeapProfiler.startSampling', { samplingInterval: 65536, includeObjectsCollectedByMajorGC: true, includeObjectsCollectedByMinorGC: true } as any);
const run = new CheckRun(scene, convention, family); run.all();
const { profile } = await s.post('HeapProfiler.stopSampling') as any;
const S = new Map<string, number>(), T = new Map<string, number>();
const visit = (node: any, path: string[]) => {
  const k = node.callFrame.functionName + ' ' + node.callFrame.url.split('/').slice(-2).join('/');
  S.set(k, (S.get(k) ?? 0) + node.selfSize);
  const p = path.includes(k) ? path : [...path, k];
  for (const q of p) T.set(q, (T.get(q) ?? 0) + node.selfSize);
  for (const c of node.children) visit(c, p);
};
visit(profile.head, []);
for (const M of [S, T]) { console.log('---'); for (const [k, v] of [...M].sort((a, b) => b[1] - a[1]).slice(0, 40)) console.log((v / 1e6).toFixed(1).padStart(8), k); }
