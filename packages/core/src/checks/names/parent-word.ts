import { splitWords } from '../../names/split-words.js';
import type { SceneObject } from '../../scene/scene-object.js';
import { defineCheck, readingOf, type CheckContext } from '../check.js';

function whatOf(object: SceneObject, context: CheckContext): string[] {
  const { scene, convention } = context;
  const key = convention.keyOf(scene, object);
  const slot = convention.slotFor('what', key);
  const reading = slot && readingOf(context, key, object.name);
  const text = reading?.fits ? reading.slots.get(slot!.name)?.text : undefined;
  return text === undefined ? [] : splitWords(text).map((word) => word.text.toLowerCase());
}

/** What the parent is called is said again: `doorHandle` under `door`. Some studios want the path to say it once. */
export const parentWord = defineCheck({
  id: 'parent-word',
  family: 'names',
  title: 'Word repeated from the parent',
  severity: 'note',
  onRequest: true,
  scope: 'scene',
  triggeredBy: ['rename', 'move', 'insert', 'remove'],
  source: 'common practice',
  messages: {
    repeated: {
      short: '{{word}} again',
      because: '"{{name}}" begins with "{{word}}", which its parent "{{parent}}" says already.',
    },
  },
  evaluate(object, context) {
    if (object.parent === null) return null;
    const own = whatOf(object, context);
    if (own.length < 2) return null;
    const parent = context.scene.get(object.parent);
    const above = whatOf(parent, context);
    if (!above.length || above.length >= own.length || !above.every((word, i) => word === own[i]))
      return null;
    return { message: 'repeated', data: { name: object.name, word: above.join(' '), parent: parent.name } };
  },
});
