import type { RecipeStep } from '@renquil/core/names/recipe';
import { stepKinds } from './step-kinds';
import { caseTitles, cuts, orders, restarts, ways } from './step-words';

/** A step in a few words. */
export interface StepSummary {
  readonly title: string;
  readonly text: string;
  readonly words: readonly string[];
}

/** One line about a step: what it does, and the words it does it with. */
export function summarise(step: RecipeStep): StepSummary {
  return { title: stepKinds[step.step].title, ...say(step) };
}

function say(step: RecipeStep): Omit<StepSummary, 'title'> {
  switch (step.step) {
    case 'swap-words':
      return {
        text: step.how === 'plain' ? '' : ways[step.how],
        words: [step.find || '…', '→', step.put || 'nothing'],
      };
    case 'number': {
      const start = step.letters ? 'a' : String(step.start).padStart(step.digits, '0');
      const again =
        step.restart === 'slot' ? `again for each ${step.slot ?? 'slot'}` : restarts[step.restart];
      return { text: `${orders[step.order]}, ${again}`, words: [start] };
    }
    case 'add-text':
      return {
        text: { before: 'before', after: 'after', place: 'inside' }[step.at],
        words: [step.text || '…'],
      };
    case 'set-slot':
      return { text: '', words: [step.slot, '→', step.to || 'nothing'] };
    case 'set-side':
      return {
        text: `${[...(step.side ? ['side'] : []), ...(step.place ? ['place'] : [])].join(' and ') || 'nothing'} from where it sits`,
        words: [],
      };
    case 'swap-sides':
      return { text: 'left for right and right for left', words: [] };
    case 'take-apart':
      return {
        text: ['words', ...(step.humps ? ['humps'] : []), ...(step.digits ? ['digits'] : [])].join(', '),
        words: [],
      };
    case 'change-case':
      return { text: caseTitles[step.to], words: [] };
    case 'cut-text':
      return {
        text: cuts[step.what],
        words: step.count && ['first', 'last', 'range'].includes(step.what) ? [String(step.count)] : [],
      };
    case 'plain-letters':
      return { text: 'accents, spaces and signs', words: [] };
    case 'from-template':
      return { text: '', words: [step.template || '…'] };
    case 'from-list':
      return {
        text: step.how === 'pairs' ? 'old and new' : 'in tree order',
        words: [`${step.rows.length} lines`],
      };
  }
}
