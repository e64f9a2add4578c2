import { fillText } from '../../errors.js';
import { misfitTexts } from '../../names/slots/misfit-texts.js';
import { sayMisfit } from '../../names/slots/say-misfit.js';
import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { OtherThing } from '../../names/slots/convention.js';
import { readName } from '../../names/slots/read-name.js';
import type { Report } from '../check.js';

/** What is said of names of materials, shapes, layers and sets. */
export const otherMessages = {
  misfit: {
    short: '{{thing}} {{name}}: {{short}}',
    because: '{{because}}',
  },
  unnamed: { short: '{{thing}} without a name', because: 'A {{thing}} of this scene has no name.' },
};

/** What is wrong with the name of something that is no object, by its own pattern; null: nothing. */
export function judgeOther(
  convention: CompiledConvention,
  thing: OtherThing,
  name: string,
): Report<keyof typeof otherMessages> | null {
  if (!convention.pattern(thing)) return null;
  if (name === '') return { message: 'unnamed', data: { thing } };
  const reading = readName(convention, thing, name);
  if (reading.fits && !reading.helper) return null;
  const said = reading.fits ? null : sayMisfit({ convention, key: thing, kind: thing }, name, reading);
  const text = said && misfitTexts[said.message];
  const [first] = reading.misfits;
  const data = {
    thing,
    name,
    short: !said
      ? 'a helper'
      : first?.code !== 'missing' && first?.wanted
        ? `${first.text} should be ${first.wanted}`
        : fillText(text!.short, said.data),
    because: text
      ? fillText(text.because, said.data)
      : `"${name}" begins as the names of helpers do, and a ${thing} is none.`,
  };
  return { message: 'misfit', data, ...(said?.slot ? { slot: said.slot } : {}) };
}
