import fc from 'fast-check';
import { CompiledConvention } from './compiled-convention.js';
import { defineConvention, type Convention, type PatternPart, type SlotRule } from './convention.js';
import { joinTexts } from './join-slots.js';
import { readName } from './read-name.js';

const words = (...list: string[]): SlotRule => ({ words: list.map((word) => ({ word })) });
const side = words('left', 'right');
const convention = (
  slots: Readonly<Record<string, SlotRule>>,
  mesh: readonly PatternPart[],
  more: Partial<Convention> = {},
): CompiledConvention =>
  new CompiledConvention(
    defineConvention({
      renquil: 'convention/1',
      name: 'Habit',
      separator: '_',
      slots,
      patterns: { mesh },
      helpers: { prefixes: [] },
      ...more,
    }),
  );
const maybe = (slot: string, more: Partial<PatternPart> = {}): PatternPart => ({
  slot,
  optional: true,
  ...more,
});

/** What studios do beyond one word between two signs: each with names that fit, taken apart, and some that nearly do. */
const habits: readonly {
  readonly title: string;
  readonly of: CompiledConvention;
  readonly fits: Readonly<Record<string, Readonly<Record<string, string>>>>;
  readonly not: readonly string[];
}[] = [
  {
    title: 'type first, capital words, sides behind',
    of: convention(
      { type: words('GEO'), what: { case: 'pascal' }, side: words('L', 'R'), number: { digits: 2 } },
      [{ slot: 'type' }, { slot: 'what' }, maybe('side'), maybe('number')],
    ),
    fits: {
      GEO_Oar_L_01: { type: 'GEO', what: 'Oar', side: 'L', number: '01' },
      GEO_KeelBand: { type: 'GEO', what: 'KeelBand' },
    },
    not: ['GEO_oar_L_01', 'Oar_GEO', 'GEO_Oar_01_L', 'GEO_Oar_L_1', 'GEO__Oar', 'geo_Oar'],
  },
  {
    title: 'humps without a separator, the first small',
    of: convention(
      { place: words('front', 'back'), side, what: { role: 'what' }, number: { digits: 2 } },
      [maybe('place'), maybe('side'), { slot: 'what' }, maybe('number')],
      { separator: '', humps: 'camel' },
    ),
    fits: {
      frontLeftLamp01: { place: 'front', side: 'Left', what: 'Lamp', number: '01' },
      leftLamp: { side: 'left', what: 'Lamp' },
      hatchCover12: { what: 'hatchCover', number: '12' },
      frontAxleHUB: { place: 'front', what: 'AxleHUB' },
    },
    not: ['FrontLeftLamp01', 'lampLeft01', 'leftFrontLamp', 'lamp1', 'lamp_01', 'left', 'lamp001'],
  },
  {
    title: 'humps without a separator, all capital, numbers as wide as they are',
    of: convention(
      { what: {}, side, number: { digits: 1, atLeast: true } },
      [{ slot: 'what' }, maybe('side'), maybe('number')],
      { separator: '', humps: 'pascal' },
    ),
    fits: {
      LampLeft3: { what: 'Lamp', side: 'Left', number: '3' },
      JarLid12: { what: 'JarLid', number: '12' },
    },
    not: ['lampLeft3', 'LeftLamp3', 'Lamp03', 'LampLEFT'],
  },
  {
    title: 'hyphens, several words, numbers without zeros',
    of: convention(
      { side, what: { case: 'lower', joint: '-' }, number: { digits: 1, atLeast: true } },
      [maybe('side'), { slot: 'what' }, maybe('number')],
      { separator: '-' },
    ),
    fits: {
      'left-axle-cap-2': { side: 'left', what: 'axle-cap', number: '2' },
      'axle-cap': { what: 'axle-cap' },
      'plank-10': { what: 'plank', number: '10' },
    },
    not: ['axle-cap-02', 'axle-left-cap', 'Axle-cap', 'axle--cap', 'axle_cap', 'a-b-c-d-e-f-g'],
  },
  {
    title: 'two signs in one name',
    of: convention(
      {
        what: { case: 'camel' },
        number: { digits: 2 },
        place: words('front', 'back'),
        side: words('L', 'R'),
      },
      [{ slot: 'what' }, maybe('number'), maybe('place'), maybe('side', { after: '_' })],
      { separator: '.' },
    ),
    fits: {
      'lamp.front_L': { what: 'lamp', place: 'front', side: 'L' },
      'lamp.02_R': { what: 'lamp', number: '02', side: 'R' },
      lamp: { what: 'lamp' },
    },
    not: ['lamp_front_L', 'lamp.front.L', 'lamp_L.front', 'lamp.'],
  },
  {
    title: 'side and place as one word',
    of: convention({ side: words('L', 'R'), place: words('F', 'B'), what: { case: 'lower' } }, [
      maybe('side'),
      maybe('place', { glued: true }),
      { slot: 'what' },
    ]),
    fits: {
      LF_wheel: { side: 'L', place: 'F', what: 'wheel' },
      R_rail: { side: 'R', what: 'rail' },
      B_axle: { place: 'B', what: 'axle' },
    },
    not: ['FL_wheel', 'L_F_wheel', 'LFwheel', 'LL_wheel'],
  },
  {
    title: 'a number glued to a word that may be left out',
    of: convention(
      { what: { case: 'camel' }, place: words('front', 'back'), number: { digits: 1, atLeast: true }, side },
      [{ slot: 'what' }, maybe('place'), maybe('number', { glued: true }), maybe('side')],
    ),
    fits: {
      wheel_front2_left: { what: 'wheel', place: 'front', number: '2', side: 'left' },
      plank3: { what: 'plank', number: '3' },
      rail_right: { what: 'rail', side: 'right' },
    },
    not: ['wheel_front02', 'wheel_2', 'wheel_left_front'],
  },
  {
    title: 'versions, variants and numbers as letters',
    of: convention(
      {
        what: { case: 'lower', joint: '_' },
        number: { letters: 'lower' },
        variant: words('A', 'B'),
        version: { digits: 1, atLeast: true, prefix: 'v' },
      },
      [{ slot: 'what' }, maybe('number'), maybe('variant'), maybe('version')],
    ),
    fits: {
      jar_lid_c_A_v12: { what: 'jar_lid', number: 'c', variant: 'A', version: 'v12' },
      jar_ab: { what: 'jar', number: 'ab' },
      jar_v2: { what: 'jar', version: 'v2' },
    },
    not: ['jar_C', 'jar_v02', 'jar_v2_A', 'jar_2'],
  },
];

describe('what studios write', () => {
  for (const { title, of, fits, not } of habits) {
    it(`is read: ${title}`, () => {
      for (const [name, slots] of Object.entries(fits)) {
        const reading = readName(of, 'mesh', name);
        expect(reading.fits).withContext(name).toBeTrue();
        const texts = Object.fromEntries([...reading.slots].map(([slot, { text }]) => [slot, text]));
        expect(texts).withContext(name).toEqual(slots);
        expect(joinTexts(of, 'mesh', (slot) => texts[slot]))
          .withContext('put together again')
          .toBe(name);
      }
      for (const name of not)
        expect(readName(of, 'mesh', name).fits)
          .withContext(name)
          .toBeFalse();
    });
  }
  it('has its slots where it says they are, whatever name fits', () => {
    const pieces = [
      'left',
      'Left',
      'L',
      'F',
      'lamp',
      'Lamp',
      'v2',
      '2',
      '02',
      'a',
      'A',
      '_',
      '-',
      '.',
      'front',
      'GEO',
    ];
    const name = fc
      .array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 7 })
      .map((list) => list.join(''));
    let fitted = 0;
    fc.assert(
      fc.property(fc.constantFrom(...habits), name, ({ of, title }, text) => {
        const reading = readName(of, 'mesh', text);
        if (!reading.fits) return;
        fitted++;
        for (const span of reading.slots.values())
          expect(text.slice(span.start, span.end)).withContext(`${title}: ${text}`).toBe(span.text);
        expect(joinTexts(of, 'mesh', (slot) => reading.slots.get(slot)?.text))
          .withContext(title)
          .toBe(text);
      }),
      { numRuns: 20_000, seed: 3 },
    );
    expect(fitted).toBeGreaterThan(200);
  });
  it('is read in time that grows with the name, however it was made to be hard', () => {
    const steps = (of: CompiledConvention, name: string): number => {
      const from = performance.now();
      for (let i = 0; i < 5; i++) readName(of, 'mesh', name);
      return performance.now() - from;
    };
    for (const { of } of habits)
      for (const piece of ['a_', 'left-', 'aA', 'v1_', '1', 'lamp.']) {
        steps(of, piece.repeat(500));
        const long = steps(of, piece.repeat(20_000));
        // No clock of ours: a square would take minutes here.
        expect(long).withContext(piece).toBeLessThan(8_000);
      }
  });
});
