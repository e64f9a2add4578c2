import { defineCheck } from '../check.js';

/** Words that programs give to new objects; the trade's general terms for shapes and objects, no one program's list. */
const generators = [
  'arc',
  'armature',
  'bone',
  'box',
  'camera',
  'capsule',
  'circle',
  'cone',
  'cube',
  'curve',
  'cylinder',
  'disc',
  'disk',
  'empty',
  'geometry',
  'group',
  'helix',
  'icosphere',
  'joint',
  'lamp',
  'layer',
  'light',
  'line',
  'locator',
  'material',
  'mesh',
  'model',
  'node',
  'null',
  'nurbs',
  'object',
  'plane',
  'point',
  'polygon',
  'polysurface',
  'prism',
  'pyramid',
  'quad',
  'rectangle',
  'root',
  'scene',
  'shape',
  'sphere',
  'spline',
  'spot',
  'surface',
  'text',
  'torus',
  'transform',
  'tube',
];
const generated = new RegExp(`^(?:${generators.join('|')})(?:[ _.-]?(?:\\d+|[a-z]))?$`, 'i');
const untitled = /^(?:untitled|unnamed|noname|default|new|temp|tmp|test|asdf)(?:[ _.-]?(?:\d+|[a-z]+\d*))?$/i;
const copied = /(?:^|[ _.-])(?:copy|dup|duplicate|dupe)(?:[ _.-]?(?:\(\d+\)|\d+))?$|\(\d+\)$/i;
const suffixed = /\.\d{3,}$/;

/** A name that a program gave, or that a copy was left with. */
export const defaultName = defineCheck({
  id: 'default-name',
  family: 'names',
  title: 'Default name',
  severity: 'blocker',
  reach: 'object',
  source: 'common practice',
  messages: {
    generated: {
      short: 'default name',
      because: '"{{name}}" is what a program calls a new object. It says nothing of what this one is.',
    },
    copied: {
      short: 'left from a copy',
      because: '"{{name}}" ends in "{{part}}": it was duplicated and never named.',
    },
  },
  evaluate({ name }) {
    const copy = copied.exec(name) ?? suffixed.exec(name);
    if (copy) return { message: 'copied', data: { name, part: copy[0].trim() } };
    if (generated.test(name) || untitled.test(name)) return { message: 'generated', data: { name } };
    return null;
  },
});
