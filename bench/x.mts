import { CompiledConvention, highConfidence, learnConvention, proposeNames } from '@renquil/core';
import { seededRandom } from '@renquil/core/testing';
import { madeScenes } from './src/trust/scenes/made-scenes.js';
import { everything } from './src/trust/scenes/measure-learning.js';
import { spoilers } from './src/trust/scenes/spoil-truth.js';
const [want, n] = [process.argv[2]!, Number(process.argv[3] ?? 3)];
for (const [title, make] of Object.entries(madeScenes)) {
  const clean = make(); const convention = new CompiledConvention(learnConvention([{ scene: clean.scene, objects: everything(clean.scene) }], title).convention);
  let shown = 0;
  const { scene, truth } = make(); const random = seededRandom(1 * 1009 + want.length * 7919); const spoiled = new Map();
  for (const o of [...scene.walk()]) { if (random() > 1/3) continue; const name = spoilers[want]!(truth.get(o.id)!.pieces, o.kind, random); if (name === null || name === o.name) continue; spoiled.set(o.id, o.name); scene.patch(o.id, { name }); }
  for (const made of proposeNames(scene, convention, everything(scene))) { if (!spoiled.has(made.object)) continue; const sure = made.after !== null && made.confidence >= highConfidence; if (sure) continue; if (shown++ >= n) continue;
    console.log(`${title}: ${spoiled.get(made.object)} from "${made.before}": "${made.after}" ${made.confidence.toFixed(2)} open ${made.open.join(',')} ${made.guesses.map((g) => `${g.slot} "${g.text}" ${g.confidence.toFixed(2)} ${g.reason}: ${g.because}`).join('; ')}`); }
}
