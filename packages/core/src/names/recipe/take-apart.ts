import { splitWords } from '../split-words.js';
import type { StepBase, StepDefinition } from './step-definition.js';

/** Words that are written together taken apart. */
export interface TakeApartStep extends StepBase {
  readonly step: 'take-apart';
  /** Put between the words; left out: the separator of the convention. */
  readonly join?: string;
  /** Whether humps part words too: `leftDoor` to `left_Door`. */
  readonly humps: boolean;
  /** Whether letters and digits part. */
  readonly digits: boolean;
}

/** Takes a name apart at separators, and at humps and digits when asked, and joins the words by one separator. */
export const takeApart: StepDefinition<TakeApartStep> = {
  step: 'take-apart',
  run: (step, rows, _scene, { convention }) => {
    const join = step.join ?? convention.source.separator;
    return rows.map(({ name }) => {
      let out = '';
      let end = -1;
      for (const word of splitWords(name)) {
        // Words that touch were parted by a hump or a digit.
        const touches = word.start === end;
        const isDigit = (at: number): boolean => name.charCodeAt(at) >= 48 && name.charCodeAt(at) <= 57;
        const byDigit = touches && isDigit(word.start) !== isDigit(word.start - 1);
        const glue = out && (!touches || (byDigit ? step.digits : step.humps)) ? join : '';
        out += glue + word.text;
        end = word.end;
      }
      return out || name;
    });
  },
};
