import { withSlot } from '../../names/recipe/set-slot.js';
import { lackingNumbers } from '../../names/number-lacking.js';
import { writeNumber } from '../../names/slots/slot-number.js';
import { defineCheck } from '../check.js';
import { renameTo } from '../support/rename-to.js';

/** One of a numbered row that has no number, where names may go without. */
export const numberLacking = defineCheck({
  id: 'number-lacking',
  family: 'names',
  title: 'No number among numbered ones',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['rename', 'insert', 'remove'],
  source: 'common practice',
  messages: {
    lacking: {
      short: 'no number',
      because: '"{{name}}" has no number, and {{count}} that are called like it have one; {{free}} is free.',
    },
  },
  candidates: ({ scene, convention }) => lackingNumbers(scene, convention).found.keys(),
  *afterRenames(renamed, { scene, convention }, had) {
    const lacking = lackingNumbers(scene, convention);
    for (const { object, from } of renamed)
      for (const name of [from, scene.get(object).name])
        for (const id of lacking.family(object, name)) if (lacking.found.has(id) || had(id)) yield id;
  },
  evaluate({ id, name }, { scene, convention }) {
    const found = lackingNumbers(scene, convention).found.get(id);
    if (!found) return null;
    const free = writeNumber(convention.slots.get(found.slot)!.rule, found.free);
    return { message: 'lacking', data: { name, count: found.numbered, free }, slot: found.slot };
  },
  fix(object, { scene, convention }) {
    const found = lackingNumbers(scene, convention).found.get(object.id);
    if (!found) return null;
    const key = convention.keyOf(scene, object);
    const free = writeNumber(convention.slots.get(found.slot)!.rule, found.free);
    return renameTo(
      scene,
      object,
      withSlot(convention, key, object.name, new Map([[found.slot, free]])),
      convention,
    );
  },
});
