import { CompiledConvention, learnConvention, runChecks } from '@renquil/core';
import { parts } from '@renquil/core';
import { seededRandom } from '@renquil/core/testing';
import { madeScenes } from './src/trust/scenes/made-scenes.js';
import { everything } from './src/trust/scenes/measure-learning.js';
import { spoilers } from './src/trust/scenes/spoil-truth.js';
import * as core from '@renquil/core';
const seen = new Map<string, string[]>();
const own = Object.keys(core).filter((k) => /check/i.test(k)); console.log(own.join(' '));
const run = (scene, convention) => { const r = new core.CheckRun(scene, convention); r.all(); return [...r.objects()].flatMap((id) => [...r.of(id)]); };
for (const [title, make] of Object.entries(madeScenes)) {
  const clean = make();
  const learned = new CompiledConvention(learnConvention([{ scene: clean.scene, objects: everything(clean.scene) }], title).convention);
  for (const [how, spoil] of Object.entries(spoilers)) {
    const { scene, truth } = make(); const random = seededRandom(7);
    for (const object of [...scene.walk()]) { if (random() > 0.4) continue; const name = spoil(truth.get(object.id)!.pieces, object.kind, random); if (name) scene.patch(object.id, { name }); }
    for (const f of run(scene, learned)) { const k = `${f.check} ${f.messageId}`; (seen.get(k) ?? seen.set(k, []).get(k)!).push(`${title}/${how}: ${scene.get(f.object).name} | ${f.message ?? ''} | ${f.because ?? JSON.stringify(f)}`); }
  }
}
for (const [k, v] of seen) { console.log(`## ${k} ${v.length}`); for (let i = 0; i < Math.min(4, v.length); i++) console.log('   ', v[Math.floor(i * v.length / 4)]); }
console.log('=====');
const odd = new Map();
for (const [title, make] of Object.entries(madeScenes)) {
  const clean = make();
  const learned = new CompiledConvention(learnConvention([{ scene: clean.scene, objects: everything(clean.scene) }], title).convention);
  for (const other of Object.values(madeScenes).slice(0,17)) { const { scene } = other(); for (const o of scene.walk()) { const r = core.readName(learned, learned.keyOf(scene, o), o.name); for (const m of r.misfits) if ((m.code === 'loose' && m.wanted === m.text) || m.text === m.wanted || m.code === 'no-pattern') { const k = m.code + ' ' + o.name; if (!odd.has(k)) odd.set(k, JSON.stringify([title, learned.source.patterns[o.kind] ?? learned.source.patterns, m]).slice(0, 300)); } } }
}
console.log(odd.size); let n = 0; for (const [k, v] of odd) if (n++ % Math.ceil(odd.size / 25) === 0) console.log(k, v);
const junk = []; for (const v of seen.get('name-pattern case')) if (/junk|two|copy/.test(v)) junk.push(v); for (let i = 0; i < 12; i++) console.log(junk[Math.floor(i * junk.length / 12)]);
