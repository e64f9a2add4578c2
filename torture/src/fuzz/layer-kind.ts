import { CheckRun } from '@renquil/core/checks';
import { applyChange } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { randomEdit, seededRandom } from '@renquil/core/testing';
import { openScene, writeScene } from '@renquil/formats';
import { officialLayers, trapLayer } from '@renquil/formats/testing';
import type { Kind } from './fuzz-case.js';
import { brokenText } from './values.js';

const parts = new CompiledConvention(partsConvention);
const sources = [
  ...Array<string>(4).fill(trapLayer),
  // The smaller of those that nobody here made.
  ...officialLayers()
    .filter(({ bytes }) => bytes.length < 20_000)
    .map(({ bytes }) => new TextDecoder().decode(bytes)),
];
/** What a layer is made of, to be put where it does not belong. */
const tokens = [
  ...[
    '{',
    '}',
    '(',
    ')',
    '[',
    ']',
    '<',
    '>',
    '</World>',
    '<../..>',
    '<.x>',
    '</World{look=worn}Props>',
    '@@</World>',
  ],
  ...[
    '@a@',
    '@@@',
    '"',
    "'",
    '"""',
    '#',
    '/*',
    '//',
    '\\',
    ';',
    ',',
    '=',
    ':',
    '.',
    '\r',
    '\r\n',
    '\0',
    '\ufeff',
  ],
  ...[
    'def "World" {}',
    'over "Props" {',
    'class ',
    'rel a = <b>',
    'inherits = </World>',
    'references = </World/Props>',
  ],
  ...[
    'reorder nameChildren = ["x"]',
    'variantSet "look" = {',
    'double3 xformOp:translate = (inf, nan, 1e400)',
    'None',
  ],
  ...[
    'uniform token[] xformOpOrder = ["!invert!xformOp:translate", "xformOp:translate"]',
    '!resetXformStack!',
  ],
  ...[
    '(subLayers = [@base.usda@, @./broken.usda@])',
    'references = @part.usda@</World>',
    'payload = @base.usda@',
  ],
  ...['def Skeleton "S" { uniform token[] joints = ["a", "a/b"]\n}', 'rel collection:c:includes = </World>'],
  ...['double3 xformOp:translate.timeSamples = { 1: (1, 2, 3), 5: (0, 0, 0) }', 'timeCodesPerSecond = 0'],
  ...['metersPerUnit = 0', 'metersPerUnit = -1e308', 'upAxis = "Z"', 'int[] faceVertexCounts = [1e9, -3]'],
];

/** Files that lie beside, and that a layer may be layered on or take over from. */
const beside: Readonly<Record<string, string>> = {
  'base.usda': '#usda 1.0\n(subLayers = [@more/deep.usda@])\nover "World" { def Cube "Floor" {}\n}\n',
  'more/deep.usda': '#usda 1.0\ndef "World" ( references = @../part.usda@ ) {}\n',
  'part.usda': trapLayer,
  'broken.usda': '#usda 1.0\ndef {',
};
const read = (path: string): Uint8Array | null =>
  beside[path] === undefined ? null : new TextEncoder().encode(beside[path]);

/** Layers of OpenUSD text, with others beside: opened, judged, edited, written and opened again. */
export const layers: Kind = (dice) => {
  const made = brokenText(dice, dice.one(sources), tokens);
  // Often on others, which a broken header would not be.
  const text = dice.often(0.3)
    ? `#usda 1.0\n(subLayers = [@base.usda@])\n${made.replace(/^#usda 1.0\s*(\([^]*?\n\))?/, '')}`
    : made;
  const bytes = new TextEncoder().encode(text);
  const seed = dice.upTo(1e6);
  return {
    input: Buffer.from(bytes).toString('base64'),
    run: () => {
      const { scene } = openScene(bytes, 'fuzz.usda', read);
      const run = new CheckRun(scene, parts);
      run.all();
      if (writeScene(bytes, 'fuzz.usda', scene, { read }).bytes !== bytes)
        throw new Error('what was not changed is written otherwise');
      const random = seededRandom(seed);
      for (let i = 0; i < 4; i++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      let out: Uint8Array;
      try {
        out = writeScene(bytes, 'fuzz.usda', scene, { read }).bytes;
      } catch (error) {
        if (error instanceof RenquilError && error.code === 'usda-refused') return;
        throw error;
      }
      const names = (of: typeof scene): string[] => [...of.walk()].map(({ name }) => name);
      // In which order what is taken over comes among the rest is not said.
      const told = (of: typeof scene): string => (scene.hasHeld ? names(of).sort() : names(of)).join('\n');
      const again = openScene(out, 'fuzz.usda', read).scene;
      if (told(again) !== told(scene)) throw new Error('other objects come back than were written');
    },
  };
};
