import { checkRegistry, CheckRun, readParameter } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { CompiledConvention, partsConvention, type Convention } from '@renquil/core/names';
import { randomTree, seededRandom } from '@renquil/core/testing';
import fc from 'fast-check';
import { wrongSettings } from './check-settings.js';
import { parseConvention } from './convention.js';

const withChecks = (checks: unknown): unknown => ({ ...partsConvention, checks });
const setting = (id: string, parameters: object): unknown => withChecks({ [id]: { parameters } });

describe('settings of checks', () => {
  for (const [what, convention, says] of [
    ['a number below 0', setting('too-long', { most: -1 }), /checks\.too-long\.parameters\.most/],
    [
      'a number as a text',
      setting('too-long', { most: '63' }),
      /too-long\.parameters\.most: must be a number/,
    ],
    ['a number beyond all', setting('too-deep', { most: 1e300 }), /too-deep\.parameters\.most/],
    ['an object for a number', setting('size', { least: { toString: 1 } }), /size\.parameters\.least/],
    ['another choice', setting('not-unique', { among: 'all' }), /must be one of \[scene, siblings\]/],
    [
      'a text for a switch',
      setting('left-without-right', { mirrored: 'yes' }),
      /mirrored: must be a boolean/,
    ],
    ['a text for a list', setting('reserved-word', { words: 'door' }), /words: must be an array/],
    ['numbers in a list', setting('reserved-word', { words: [1] }), /words\[0\]: must be a string/],
    ['a kind that is none', setting('no-layer', { kinds: ['meshes'] }), /kinds/],
    ['kinds that are no list', setting('kind-under', { allowed: { mesh: 'mesh' } }), /allowed\.mesh|allowed/],
    ['a group of one', setting('exclusive-sets', { groups: [['a']] }), /parameters\.groups\[0\]/],
    [
      'a query that cannot be read',
      setting('pivot-anchor', { wishes: [{ query: '(', anchor: [0, 0, 0] }] }),
      /parameters\.wishes\[0\]\.query: The filter cannot be read at character 2/,
    ],
    [
      'a parameter nobody has',
      setting('too-long', { mots: 3 }),
      /"too-long" has no parameter "mots"; the nearest is "most"/,
    ],
    [
      'a check nobody has',
      withChecks({ 'to-long': {} }),
      /there is no check "to-long"; the nearest is "too-long"/,
    ],
    [
      'a check called as JavaScript has it',
      withChecks(JSON.parse('{"constructor":{}}')),
      /no check "constructor"/,
    ],
  ] as const)
    it(`are refused with their place: ${what}`, () =>
      expect(() => parseConvention(convention)).toThrowError(says));

  it('as they are shipped are right', () => {
    const shipped = Object.fromEntries(
      checkRegistry.map(({ id, defaults }) => [id, { parameters: defaults }]),
    );
    expect(wrongSettings(shipped)).toBeNull();
  });
  it('that are taken never break the scene that is held to them', () => {
    const known = checkRegistry.flatMap(({ id, defaults }) =>
      Object.entries(defaults).map(([key, value]) => ({ id, key, value })),
    );
    let taken = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...known),
        fc.oneof(
          fc.jsonValue({ maxDepth: 3 }),
          fc.array(fc.constantFrom('mesh', 'group', '', 'constructor')),
          fc.double({ noNaN: true }),
          fc.boolean(),
        ),
        fc.nat(500),
        ({ id, key, value }, other, seed) => {
          let convention: Convention;
          try {
            convention = parseConvention(setting(id, { [key]: seed % 9 ? other : value }));
          } catch (error) {
            expect(error).toBeInstanceOf(RenquilError);
            return;
          }
          taken++;
          const run = new CheckRun(randomTree(seededRandom(seed), 12), new CompiledConvention(convention));
          run.all();
          for (const finding of run.findings()) expect(finding.because).not.toContain('[object');
        },
      ),
      { numRuns: 600 },
    );
    expect(taken).toBeGreaterThan(50);
  });
  it('that a form takes are taken here too, whatever is typed', () => {
    const parameters = checkRegistry.flatMap(({ id, parameters: all }) =>
      Object.entries(all).map(([key, parameter]) => ({ id, key, parameter })),
    );
    const typed = fc.oneof(
      fc.string({ maxLength: 40 }),
      fc.double().map(String),
      fc
        .array(fc.constantFrom('mesh', 'light', ':', ',', '\n', '1', '-1', ' ', 'kind:mesh', '__proto__'))
        .map((a) => a.join('')),
    );
    let taken = 0;
    fc.assert(
      fc.property(fc.constantFrom(...parameters), typed, ({ id, key, parameter }, text) => {
        const read = readParameter(parameter, text);
        if (!read.ok) return;
        taken++;
        expect(wrongSettings({ [id]: { parameters: { [key]: read.value } } }))
          .withContext(`${id} ${key} ${text}`)
          .toBeNull();
      }),
      { numRuns: 4000 },
    );
    expect(taken).toBeGreaterThan(400);
  });
});
