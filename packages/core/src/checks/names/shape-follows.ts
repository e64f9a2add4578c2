import { defineCheck } from '../check.js';

/** A shape called otherwise than the object that shows it; of a shared one, than every object that does. */
export const shapeFollows = defineCheck({
  id: 'shape-follows',
  family: 'names',
  title: 'Shape named unlike its object',
  severity: 'note',
  onRequest: true,
  scope: 'scene',
  triggeredBy: ['rename', 'rename-thing', 'set shape', 'insert', 'remove'],
  source: 'common practice',
  parameters: {
    ending: { type: 'text', shipped: '', text: 'What the name of a shape has after that of its object.' },
  },
  messages: {
    unlike: {
      short: 'shape {{shape}}',
      because: 'The shape of "{{name}}" is called "{{shape}}"; it should be called "{{wanted}}".',
    },
  },
  evaluate({ id, name, shape }, { scene, parameters }) {
    if (shape === null) return null;
    const ending = String(parameters['ending']);
    const now = scene.shapes[shape]!.name;
    if (now === name + ending) return null;
    // Shared by several: enough when it is called like one of them.
    const bare = ending && now.endsWith(ending) ? now.slice(0, -ending.length) : now;
    for (const other of scene.withName(bare))
      if (other !== id && scene.get(other).shape === shape) return null;
    return { message: 'unlike', data: { name, shape: now, wanted: name + ending } };
  },
  fix({ name, shape }, { scene, parameters }) {
    const from = scene.shapes[shape!]!.name;
    return [
      { kind: 'rename-thing', thing: 'shape', index: shape!, from, to: name + String(parameters['ending']) },
    ];
  },
});
