import type { Kind } from '../../scene/scene-object.js';
import { CompiledConvention } from './compiled-convention.js';
import { partsConvention } from './parts.js';
import { readName } from './read-name.js';
import { editDistance, nearWord } from './near-word.js';

const parts = new CompiledConvention(partsConvention);
const slots = (kind: Kind, name: string) =>
  Object.fromEntries([...readName(parts, kind, name).slots].map(([slot, span]) => [slot, span.text]));
const misfits = (kind: Kind, name: string) =>
  readName(parts, kind, name).misfits.map((m) => `${m.code} ${m.slot} ${m.wanted}`.trim());

describe('readName with the Parts convention', () => {
  const fitting: [Kind, string, Record<string, string>][] = [
    [
      'mesh',
      'L_F_sheave001_nylon_geo',
      { side: 'L', place: 'F', what: 'sheave', number: '001', surface: 'nylon', type: 'geo' },
    ],
    ['mesh', 'C_floor001_oak_geo', { side: 'C', what: 'floor', number: '001', surface: 'oak', type: 'geo' }],
    ['mesh', 'handRail012_brass_geo', { what: 'handRail', number: '012', surface: 'brass', type: 'geo' }],
    ['group', 'lamps_grp', { what: 'lamps', type: 'grp' }],
    ['group', 'L_door001_grp', { side: 'L', what: 'door', number: '001', type: 'grp' }],
    ['control', 'cabin_ctrl', { what: 'cabin', type: 'ctrl' }],
    ['helper', 'cut_vent_003', { what: 'vent', number: '003' }],
  ];
  for (const [kind, name, wanted] of fitting) {
    it(`${name} fits as a ${kind}`, () => {
      expect(readName(parts, kind, name).fits).toBeTrue();
      expect(slots(kind, name)).toEqual(wanted);
    });
  }
  const wrong: [Kind, string, string[]][] = [
    [
      'mesh',
      'door_R',
      ['missing number number', 'missing surface surface', 'missing type geo', 'order side what'],
    ],
    ['mesh', 'left_back_sheave001_nylon_geo', ['spelling side L', 'spelling place B']],
    ['mesh', 'L_door01_steel_geo', ['digits number 001']],
    ['mesh', 'L_Door001_steel_geo', ['case what door']],
    ['group', 'cabin_body_grp', ['case what cabinBody']],
    ['group', 'pulleys', ['missing type grp']],
    ['mesh', 'L_door001_stel_geo', ['near surface steel']],
    ['mesh', 'LF_sheave001_nylon_geo', ['loose side L_F']],
    ['mesh', 'L-door001-steel-geo', ['loose  L_door001_steel_geo']],
  ];
  for (const [kind, name, wanted] of wrong) {
    it(`${name} does not fit as a ${kind}, and says why`, () => expect(misfits(kind, name)).toEqual(wanted));
  }
  it('reads the helper prefix whatever the kind', () => {
    expect(readName(parts, 'mesh', 'cut_vent_003')).toEqual(
      jasmine.objectContaining({ fits: true, helper: true }),
    );
  });
  it('spans point into the name', () => {
    for (const name of ['L_F_sheave001_nylon_geo', 'sheeve_LB_2', 'Pulley_RF2']) {
      for (const span of readName(parts, 'mesh', name).slots.values()) {
        expect(name.slice(span.start, span.end)).toBe(span.text);
      }
    }
  });
  it('takes linear time on hostile names', () => {
    const time = (name: string) => {
      const start = performance.now();
      for (let i = 0; i < 5; i++) readName(parts, 'mesh', name);
      return performance.now() - start;
    };
    for (const unit of ['a_', 'aB', '1a', '_', 'L_']) {
      time(unit.repeat(1000));
      expect(time(unit.repeat(20_000)))
        .withContext(unit)
        .toBeLessThan(2_000);
    }
  });
});

describe('near words', () => {
  it('counts a swap of neighbours as one', () => expect(editDistance('steel', 'setel')).toBe(1));
  it('never guesses at short words', () => expect(nearWord('oka', ['oak'])).toBeNull());
});
