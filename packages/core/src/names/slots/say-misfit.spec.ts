import { fillText } from '../../errors.js';
import { CompiledConvention } from './compiled-convention.js';
import type { Convention } from './convention.js';
import { misfitTexts } from './misfit-texts.js';
import { partsConvention } from './parts.js';
import { readName } from './read-name.js';
import { sayMisfit } from './say-misfit.js';

const kebab: Convention = {
  renquil: 'convention/1',
  name: 'Kebab',
  separator: '-',
  slots: {
    side: { role: 'side', words: [{ word: 'left' }, { word: 'right' }] },
    what: { role: 'what', case: 'lower', joint: '-', most: 3 },
    number: { role: 'number', digits: 2 },
  },
  patterns: {
    mesh: [{ slot: 'side', optional: true }, { slot: 'what' }, { slot: 'number' }],
  },
  helpers: { prefixes: [] },
};

describe('what is said of a name that does not fit', () => {
  const say = (of: Convention, key: 'mesh' | 'group', name: string): string => {
    const convention = new CompiledConvention(of);
    const reading = readName(convention, key, name);
    if (reading.fits) return 'fits';
    const { message, data } = sayMisfit({ convention, key, kind: key }, name, reading);
    return fillText(misfitTexts[message].because, data);
  };
  const rows: readonly [Convention, 'mesh' | 'group', string, string][] = [
    [
      partsConvention,
      'group',
      'pulleys',
      '"pulleys" has no type, such as "grp"; the pattern of a group asks for one.',
    ],
    [
      partsConvention,
      'mesh',
      'L_001_steel_geo',
      '"L_001_steel_geo" has no word for what it is; the pattern of a mesh asks for one.',
    ],
    [
      partsConvention,
      'mesh',
      'L_door_steel_geo',
      '"L_door_steel_geo" has no number, such as "001"; the pattern of a mesh asks for one.',
    ],
    [
      partsConvention,
      'mesh',
      'L_door001_steel',
      '"L_door001_steel" has no type, such as "geo"; the pattern of a mesh asks for one.',
    ],
    [
      partsConvention,
      'mesh',
      'roofShell',
      '"roofShell" has no number, surface and type; the pattern of a mesh asks for them.',
    ],
    [
      partsConvention,
      'group',
      'door_L_grp',
      'In "door_L_grp" the word for what it is "door" stands before the side "L"; the pattern has the side first.',
    ],
    [
      partsConvention,
      'mesh',
      'left_door001_steel_geo',
      'The convention writes "L" for the side that "left" says.',
    ],
    [partsConvention, 'mesh', 'L_door001_stel_geo', '"stel" is no listed surface; the nearest is "steel".'],
    [partsConvention, 'group', 'cabin_body_grp', 'The convention writes "cabinBody", not "cabin_body".'],
    [partsConvention, 'mesh', 'L_door1_steel_geo', 'The convention writes the number "1" as "001".'],
    [
      partsConvention,
      'mesh',
      'L_door1000_steel_geo',
      'The number "1000" has 4 digits; the convention has room for 3.',
    ],
    [
      partsConvention,
      'mesh',
      'L-door001_steel_geo',
      'Between "L" and "door" stands "-", where the pattern has "_": "L_door001_steel_geo".',
    ],
    [
      partsConvention,
      'mesh',
      'L_door_001_steel_geo',
      'Between "door" and "001" stands "_", where the pattern has nothing: "L_door001_steel_geo".',
    ],
    [
      partsConvention,
      'mesh',
      'L_door001_steel_geo_',
      '"_" stands at an end of "L_door001_steel_geo_", where the pattern has nothing: "L_door001_steel_geo".',
    ],
    [
      partsConvention,
      'mesh',
      'L_door001_steel_geo.001',
      '"L_door001_steel_geo.001" fits without ".001", which a copy or unfinished work left at its end.',
    ],
    [
      partsConvention,
      'mesh',
      'L_door001_steel_geo_copy2',
      '"L_door001_steel_geo_copy2" fits without "_copy2", which a copy or unfinished work left at its end.',
    ],
    [partsConvention, 'mesh', 'L_door1_steel_geo copy', 'The convention writes the number "1" as "001".'],
    [
      partsConvention,
      'mesh',
      'L_door001_steel_big_geo',
      'Of "door001_steel_big" one word can be the word for what it is: the number "001" stands between them. Together they would be written "doorBig".',
    ],
    [
      kebab,
      'mesh',
      'left-door',
      '"left-door" has no number, such as "01"; the pattern of a mesh asks for one.',
    ],
    [kebab, 'mesh', 'left-door-100', 'The number "100" has 3 digits; the convention has room for 2.'],
    [
      kebab,
      'mesh',
      'door left 01',
      'In "door left 01" the word for what it is "door" stands before the side "left"; the pattern has the side first.',
    ],
  ];
  for (const [of, key, name, said] of rows)
    it(`${of.name}: ${name}`, () => expect(say(of, key, name)).toBe(said));

  it('fills every key of every text, and is a sentence', () => {
    for (const [, , , said] of rows) expect(said).toMatch(/^[^{}]+\.$/);
    for (const { because } of Object.values(misfitTexts)) expect(because).toMatch(/\.$/);
  });
});
