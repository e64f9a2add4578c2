import { checkRegistry, CheckRun, readParameter } from '@renquil/core/checks';
import { applyChange } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { CompiledConvention, partsConvention, shippedConventions } from '@renquil/core/names';
import { learnConvention } from '@renquil/core/names/learn';
import { runRecipe } from '@renquil/core/names/recipe';
import { planMirror, planPivot, planZero } from '@renquil/core/plans';
import { parseQuery, queryKeys, runQuery } from '@renquil/core/query';
import { strangeId, type Scene } from '@renquil/core/scene';
import { proposeNames } from '@renquil/core/workbench';
import { randomEdit, seededRandom } from '@renquil/core/testing';
import {
  applyChangeList,
  decodeDrawn,
  makeReport,
  openGltf,
  packedSource,
  readGltf,
  readRows,
  reportFile,
  reportFormats,
  writeCsv,
  writeGltf,
  writeReport,
  type ChangeList,
} from '@renquil/formats';
import { editsSchema, parseChangeList, parseConvention, parseRecipe } from '@renquil/formats/schemas';
import { makeGlb, publishedModels } from '@renquil/formats/testing';
import type { FuzzCase, Kind } from './fuzz-case.js';
import { houseRules, targets } from './house-kinds.js';
import { colladas, motions } from './exchange-kinds.js';
import { listings, objs } from './format-kinds.js';
import { layers } from './layer-kind.js';
import { crates } from './crate-kind.js';
import { packedShapes } from './packed-kind.js';
import { packed, richDocument } from './rich-gltf.js';
import { someScene } from './some-scene.js';
import { anyJson, Dice, mutated, texts } from './values.js';

const parts = new CompiledConvention(partsConvention);
const models = publishedModels()
  .sort((a, b) => a.bytes.length - b.bytes.length)
  .slice(0, 4);
const documents = models.map(({ name, bytes }) => {
  const { json, chunks } = openGltf(bytes, name);
  return { json, bin: chunks[0]?.data };
});
/** All that is done with a scene. */
function work(scene: Scene, convention: CompiledConvention): void {
  const run = new CheckRun(scene, convention);
  run.all();
  const report = makeReport([reportFile('fuzz.glb', run)]);
  for (const format of reportFormats) writeReport(report, format);
  proposeNames(
    scene,
    convention,
    [...scene.walk()].slice(0, 60).map(({ id }) => id),
  );
}

const gltf: Kind = (dice) => {
  const at = dice.upTo(models.length - 1);
  const pick = dice.upTo(1000);
  let bytes: Uint8Array;
  if (dice.often(0.25)) {
    const from = [...models[at]!.bytes];
    for (let hits = dice.upTo(5); hits >= 0 && from.length; hits--) {
      const place = dice.upTo(dice.often(0.5) ? 200 : from.length - 1) % from.length;
      if (dice.often(0.6)) from[place] = dice.upTo(255);
      else if (dice.often(0.5)) from.splice(place, 1 + dice.upTo(6));
      else from.length = Math.max(1, place);
    }
    bytes = Uint8Array.from(from);
  } else if (dice.often(0.5)) bytes = packed(mutated(dice, richDocument), dice);
  else {
    const { json, bin } = documents[at]!;
    bytes = makeGlb(mutated(dice, json), bin);
  }
  return {
    input: Buffer.from(bytes).toString('base64'),
    run: () => {
      const { scene, source } = readGltf(bytes, 'fuzz.glb');
      work(scene, parts);
      for (let i = 0; i < scene.shapes.length; i++) decodeDrawn(source.json, source.buffers, i);
      if (!Buffer.from(writeGltf(source, scene)).equals(Buffer.from(bytes)))
        throw new Error('what was not changed is written otherwise');
      const all = [...scene.walk()].map(({ id }) => id);
      // Drawn beforehand, so that a case is the same whenever it is run.
      const home = all.length ? all[pick % all.length]! : null;
      const under = new Set(all.filter((id) => home !== null && scene.isWithin(id, home)));
      const back = readGltf(writeGltf(source, scene, { without: under }), 'fuzz.glb');
      if (back.scene.size !== scene.size - under.size)
        throw new Error(
          `${scene.size - under.size} of ${scene.size} should be left, and ${back.scene.size} are`,
        );
      for (const id of all.slice(0, 3))
        for (const plan of [
          planZero(scene, [id]),
          planPivot(scene, id, [0, 1, 0]),
          planMirror(scene, id, 'x'),
        ])
          if (plan.ok) applyChange(scene, { label: '', edits: plan.edits });
      readGltf(writeGltf(source, scene), 'fuzz.glb');
      packedSource(source);
    },
  };
};

const list: ChangeList = {
  renquil: 'changes/1',
  changes: [
    { op: 'rename', object: 2, to: 'L_lid001_oak_geo' },
    { op: 'move', object: 3, under: 1, index: 0, keep: 'world' },
    { op: 'group', objects: [2, 3], name: 'doors_grp', pivot: 'base' },
    { op: 'mirror', object: 4, axis: 'x' },
    { op: 'set', object: 2, field: 'layer', value: 'Body' },
    { op: 'remove', objects: [5] },
  ] as never,
};
const changes: Kind = (dice) => {
  const input = mutated(dice, list);
  const scene = someScene(dice);
  return {
    input,
    run: () => {
      const change = applyChangeList(scene, parseChangeList(input));
      applyChange(scene, change);
      work(scene, parts);
    },
  };
};

const edits: Kind = (dice) => {
  const scene = someScene(dice);
  const input = mutated(dice, randomEdit(scene, dice.random));
  return {
    input,
    run: () => {
      const { error, value } = editsSchema.validate(input);
      if (error) throw new RenquilError('request-invalid', { detail: error.message });
      // As the server does before it applies anything.
      if (strangeId(scene, value as never) !== null)
        throw new RenquilError('request-invalid', { detail: 'an id far from all others' });
      const made = applyChange(scene, { label: '', edits: value as never });
      if (!made.ok) throw new RenquilError('request-invalid', { detail: 'it does not apply' });
      work(scene, parts);
      if (!applyChange(scene, made.inverse).ok) throw new Error('what was applied cannot be taken back');
    },
  };
};

const recipe = {
  renquil: 'recipe/1',
  name: 'sheaves',
  clashes: 'number-on',
  steps: [
    { step: 'swap-words', find: 'door', put: 'lid', how: 'plain', anyCase: true, wholeWord: true },
    { step: 'number', start: 1, by: 1, digits: 3, order: 'tree', restart: 'base', at: 'last-number' },
    { step: 'add-text', text: 'C_', at: 'before', once: true },
    { step: 'set-slot', slot: 'surface', to: 'oak' },
  ],
};
const recipes: Kind = (dice) => {
  const input = mutated(dice, recipe);
  const scene = someScene(dice);
  return {
    input,
    run: () => {
      const { steps, clashes } = parseRecipe(input);
      runRecipe(
        scene,
        [...scene.walk()].map(({ id }) => id),
        steps,
        { policy: clashes, convention: parts },
      );
    },
  };
};

const shipped = [...Object.values(shippedConventions), partsConvention];
const conventions: Kind = (dice) => {
  const from = JSON.parse(JSON.stringify(dice.one(shipped))) as Record<string, unknown>;
  if (dice.often(0.5))
    from['checks'] = {
      [dice.one([
        'too-long',
        'too-deep',
        'left-without-right',
        'not-unique',
        'face-budget',
        'constructor',
        'nonesuch',
      ])]: dice.often(0.5)
        ? {
            severity: dice.one(['blocker', 'off', 'note']),
            parameters: { [dice.one(['most', 'among', 'slack', 'x'])]: anyJson(dice, 1) },
          }
        : anyJson(dice, 2),
    };
  const input = mutated(dice, from);
  const scene = someScene(dice);
  return {
    input,
    run: () => {
      const convention = new CompiledConvention(parseConvention(input));
      work(scene, convention);
      learnConvention([{ scene, objects: [...scene.walk()].map(({ id }) => id) }]);
    },
  };
};

const queries: Kind = (dice) => {
  const tokens = [
    ...queryKeys.map((key) => `${key}:`),
    '(',
    ')',
    ' or ',
    '-',
    ' ',
    '"',
    '*',
    '?',
    '[a-z]',
    '[!x]',
    'attr.a:',
    'slot.side:',
    '>3',
    '1..2',
    ...texts,
  ];
  let input = '';
  for (let n = dice.upTo(dice.often(0.05) ? 4000 : 14); n >= 0; n--) input += dice.one(tokens);
  const scene = someScene(dice);
  return { input, run: () => void runQuery(scene, parseQuery(input)) };
};

const csv: Kind = (dice) => {
  const rows = Array.from({ length: 1 + dice.upTo(4) }, () =>
    Array.from({ length: 3 }, () => dice.one(texts.filter((text) => text.isWellFormed()))),
  );
  const loose = Array.from({ length: dice.upTo(30) }, () =>
    dice.one(['"', ',', ';', '\t', '\n', '\r\n', 'a', '=1', ' ']),
  ).join('');
  return {
    input: { rows, loose },
    run: () => {
      const written = writeCsv(['a', 'b', 'c'], rows);
      if (/(?:^|[,\r\n])"?[=+@]/.test(written.replace(/(?<!\r)\n/g, ' ')))
        throw new Error('a cell would run as a formula');
      const back = readRows(written).slice(1);
      if (JSON.stringify(back) !== JSON.stringify(rows))
        throw new Error(`it came back otherwise: ${written}`);
      readRows(loose);
    },
  };
};

/** Settings of checks as a form reads them and as a convention has them. */
const parameters = checkRegistry.flatMap(({ id, parameters: all }) =>
  Object.entries(all).map(([key, parameter]) => ({ id, key, parameter })),
);
const settings: Kind = (dice) => {
  const { id, key, parameter } = dice.one(parameters);
  const typed = dice.often(0.5)
    ? [...Array(dice.upTo(6)).keys()]
        .map(() => dice.one([...texts, 'mesh', 'light', ': ', ', ', '\n', '0 -1 0: kind:mesh']))
        .join('')
    : '';
  const value = dice.often(0.3) ? mutated(dice, parameter.shipped) : anyJson(dice, 3);
  const scene = someScene(dice);
  return {
    input: { id, key, typed, value },
    run: () => {
      const read = readParameter(parameter, typed);
      for (const one of read.ok ? [read.value, value] : [value]) {
        const convention = { ...partsConvention, checks: { [id]: { parameters: { [key]: one } } } };
        try {
          work(scene, new CompiledConvention(parseConvention(convention)));
        } catch (error) {
          if (!(error instanceof RenquilError) || (read.ok && one === read.value)) throw error;
        }
      }
    },
  };
};

export const kinds: Readonly<Record<string, Kind>> = {
  gltf,
  changes,
  edits,
  recipes,
  conventions,
  houseRules,
  targets,
  layers,
  crates,
  listings,
  objs,
  colladas,
  motions,
  packedShapes,
  settings,
  queries,
  csv,
};

export function caseOf(kind: string, seed: number): FuzzCase {
  return kinds[kind]!(new Dice(seededRandom(seed * 7919 + kind.length)));
}
