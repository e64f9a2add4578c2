import { english } from '@renquil/core';
import { spokenLexicon, meantBy, isWord } from '../packages/core/src/names/lexicon/speaks-english.js';
import { madeScenes } from './src/trust/scenes/made-scenes.js';
import { publishedModels } from '@renquil/formats/testing';
import { readGltf } from '@renquil/formats';
import { vocabulary } from '../packages/core/src/names/vocabulary.js';
let t = performance.now(); const lex = english()!; console.log('load', performance.now() - t);
for (const [n, m] of Object.entries(madeScenes)) { const { scene } = m(); const l = spokenLexicon(scene); const bad = [...vocabulary(scene).keys()].filter((w) => w.length >= 4 && !isWord(lex, w)).map((w) => `${w}→${meantBy(lex, w).slice(0, 3)}`); console.log(n, !!l, bad.join(' ')); }
const seen = new Map(); let models = 0, speaks = 0;
for (const { name, bytes } of publishedModels()) { try { const { scene } = readGltf(bytes, name); models++; const l = spokenLexicon(scene); if (l) { speaks++; for (const w of vocabulary(scene).keys()) if (w.length >= 4 && !isWord(lex, w)) seen.set(w, meantBy(lex, w)); } } catch {} }
console.log(models, speaks, [...seen].map(([w, m]) => `${w}→${m.slice(0, 4)}`).join(' '));
