import { CheckRun, FixMaker, planFixes } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { makeOutgoing, shippedTargets, type Target } from '@renquil/core/targets';
import { runFor, runGate } from '@renquil/core/workbench';
import { openGltf, readGltf } from '@renquil/formats';
import { buildPackage } from '@renquil/formats/handoff';
import { parseConvention, parseTarget } from '@renquil/formats/schemas';
import { makeGlb } from '@renquil/formats/testing';
import type { Kind } from './fuzz-case.js';
import { richBytes, richDocument } from './rich-gltf.js';
import { someScene } from './some-scene.js';
import { mutated } from './values.js';

const base = {
  severity: 'blocker',
  says: '{name} in {parent}, {slot.side} {attr.lod}',
} as const;
/** One of each sort, each with another fix. */
const rules = [
  { ...base, id: 'must', title: 'Must', where: 'kind:mesh', must: 'layer:Base', fix: { layer: 'Base' } },
  { ...base, id: 'has', title: 'Has', where: 'kind:group', has: { below: 'kind:mesh', count: 'at least 2' } },
  {
    ...base,
    id: 'lacks',
    title: 'Lacks',
    where: 'kind:mesh',
    lacks: { above: 'name:cut_*' },
    fix: { under: 'kind:group' },
  },
  {
    ...base,
    id: 'count',
    title: 'Count',
    where: '*',
    together: { count: 'exactly 4', among: 'siblings' },
  },
  {
    ...base,
    id: 'same',
    title: 'Same',
    where: 'has:lod',
    together: { attribute: 'lod' },
    fix: { as: 'most' },
  },
  {
    ...base,
    id: 'row',
    title: 'Row',
    where: '*0*',
    together: { series: true },
    fix: { switch: { goes: false } },
  },
  {
    ...base,
    id: 'recipe',
    title: 'Recipe',
    where: 'door*',
    must: 'side:L',
    fix: { recipe: [{ step: 'add-text', text: 'L_', at: 'before', once: true }] },
  },
];

/** Rules of the house: read, asked, and what they find put right. */
export const houseRules: Kind = (dice) => {
  const input = { ...partsConvention, rules: dice.often(0.3) ? rules : mutated(dice, rules) };
  const scene = someScene(dice);
  return {
    input,
    run: () => {
      const convention = new CompiledConvention(parseConvention(input));
      const run = new CheckRun(scene, convention);
      run.all();
      const found = [...run.findings()].filter(({ check }) => check.startsWith('house/'));
      for (const one of found.slice(0, 5)) new FixMaker(convention, scene.fork()).make(one, false);
      planFixes(run, found.slice(0, 20));
    },
  };
};

const target: Target = {
  ...shippedTargets['engine']!,
  names: {
    letters: 'ascii',
    signs: '_',
    digitFirst: false,
    longest: 12,
    longestPath: 80,
    unique: 'siblings',
    capitals: false,
    reserved: ['con', 'x'],
    steps: [{ step: 'swap-words', find: 'door', put: 'lid', how: 'plain' }],
    conform: true,
  },
  axes: { up: 'Z', unit: 0.01, how: 'baked', front: '+X', root: 'world' },
  takes: {
    kinds: ['group', 'mesh', 'joint', 'locator', 'camera'],
    layers: { without: ['Body'] },
    sets: { without: ['s'] },
    where: '-cut_*',
    attributes: ['lod'],
  },
  budgets: { objects: 4, faces: 9, facesEach: 4, materials: 1, bytes: 1e6 },
  severities: { 'not-unique': 'note', unnamed: 'off' },
};
/** A target: read, a scene judged and made ready for it, and a file written and read back. */
export const targets: Kind = (dice) => {
  const from = dice.often(0.2) ? dice.one(Object.values(shippedTargets)) : target;
  // Unchanged, it meets another scene each time.
  const changed = dice.often(0.3) ? from : (mutated(dice, from) as object);
  const input = { renquil: 'target/1', ...changed };
  const scene = someScene(dice);
  const isFile = dice.often(0.3);
  return {
    input,
    run: async () => {
      const wanted = parseTarget(input);
      const run = new CheckRun(scene, new CompiledConvention(partsConvention));
      run.all();
      runGate(runFor(run, wanted), makeOutgoing(scene, run.convention, wanted));
      if (!isFile) return;
      const glb = makeGlb(richDocument, richBytes);
      const read = readGltf(glb, 'fuzz.glb').scene;
      const over = new CheckRun(read, run.convention);
      over.all();
      const waivers = { waivers: [], time: { version: 0, day: '2026-01-01' } };
      const source = openGltf(glb, 'fuzz.glb');
      await buildPackage({
        name: 'f',
        label: 'r1',
        source,
        run: over,
        waivers,
        target: wanted,
        reason: 'a fuzz',
      });
    },
  };
};
