import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { OtherThing } from '../../names/slots/convention.js';
import { readName } from '../../names/slots/read-name.js';
import type { Report } from '../check.js';

export const otherMessages = {
  misfit: {
    short: '{{thing}} {{name}}: {{short}}',
    because: 'The {{thing}} "{{name}}" does not fit the pattern of {{thing}}s: {{short}}.',
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
  const [first] = reading.misfits;
  const short =
    first?.code === 'missing'
      ? `no ${first.slot}`
      : first?.wanted
        ? `${first.text} should be ${first.wanted}`
        : 'it cannot be read';
  return { message: 'misfit', data: { thing, name, short }, ...(first ? { slot: first.slot } : {}) };
}
