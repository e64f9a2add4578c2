import { CheckRun, CompiledConvention, partsConvention, checkRegistry, english, standingOf } from '@renquil/core';
import { readGltf } from '@renquil/formats';
import { generateGlb } from './src/generate.js';
const n = Number(process.argv[2] ?? 300000);
english();
const glb = generateGlb(n);
const convention = new CompiledConvention(partsConvention);
const family = checkRegistry.filter((c) => c.family === 'names');
const open = () => readGltf(glb, 'b.glb').scene;
const pattern=/^(?:[LRC]_)?(?:[FBTU]_)?[a-z][A-Za-z]*\d{3}_(?:enamel|steel|nylon|oak|glass|brass|rubber|hide|horn)_geo$|^[a-z][A-Za-z]*(?:\d{3})?_grp$/;
{ const scene=open(); const names=[...scene.walk()].map(o=>o.name);
 for(let k=0;k<3;k++){ const t=performance.now(); const seen=new Set(); let w=0; for(const x of names){ if(!pattern.test(x)) w++; if(seen.has(x)) w++; seen.add(x);} console.log('baseline',Math.round(performance.now()-t)); } }
for (let k = 0; k < 2; k++) {
  const scene = open();
  (globalThis as any).gc?.();
  if (k===0 && process.argv[3]) { 
    let t=performance.now();
    const {ownBoxes}: any = await import('../packages/core/src/scene/places.ts');
  }
  const t = performance.now();
  const run = new CheckRun(scene, convention, family);
  run.all();
  console.log('opened', Math.round(performance.now() - t));
  const t2 = performance.now();
  const run2 = new CheckRun(scene, convention, family);
  run2.all();
  console.log('again', Math.round(performance.now() - t2));
}
