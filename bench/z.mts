import { CompiledConvention, partsConvention, english, proposeNames, readName } from '@renquil/core';
import { readGltf } from '@renquil/formats';
import { generateGlb } from './src/generate.js';
const n = Number(process.argv[2] ?? 10000);
english();
const glb = generateGlb(n);
const convention = new CompiledConvention(partsConvention);
const time = (what: string, f: () => unknown) => { const t = performance.now(); f(); console.log(what.padEnd(30), Math.round(performance.now() - t)); };
const scene = readGltf(glb, 'b.glb').scene;
const ids = [...scene.walk()].map((o) => o.id);
for (let i = 0; i < 4; i++) { time('parse', () => [...scene.walk()].map((o) => readName(convention, o.kind, o.name)));
time('propose', () => proposeNames(scene, convention, ids)); }
