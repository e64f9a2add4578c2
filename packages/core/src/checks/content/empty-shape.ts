import { defineCheck } from '../check.js';

/** A mesh with nothing in it to see. */
export const emptyShape = defineCheck({
  id: 'empty-shape',
  family: 'content',
  title: 'Empty shape',
  severity: 'warning',
  scope: 'object',
  source: 'common practice',
  messages: {
    empty: { short: 'nothing in its shape', because: '"{{name}}" has a shape without a single vertex.' },
    faceless: { short: 'no faces', because: '"{{name}}" is a mesh whose shape has vertices but no faces.' },
  },
  evaluate({ name, kind, shape }, { scene }) {
    const held = shape === null ? null : scene.shapes[shape];
    if (!held) return null;
    if (held.vertices === 0) return { message: 'empty', data: { name } };
    return kind === 'mesh' && held.faces === 0 ? { message: 'faceless', data: { name } } : null;
  },
});
