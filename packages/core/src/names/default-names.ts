/** What programs call new objects, and what is left on copies. Common practice, no one program's list. */
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
export const generated = new RegExp(`^(?:${generators.join('|')})(?:[ _.-]?(?:\\d+|[a-z]))?$`, 'i');
export const untitled =
  /^(?:untitled|unnamed|noname|default|new|temp|tmp|test|asdf)(?:[ _.-]?(?:\d+|[a-z]+\d*))?$/i;
export const copied = /(?:^|[ _.-])(?:copy|dup|duplicate|dupe)(?:[ _.-]?(?:\(\d+\)|\d+))?$|\(\d+\)$/i;
export const suffixed = /\.\d{3,}$/;

const copyMark =
  /(?:[ _.-](?:copy|dup|duplicate|dupe)|(?<=[a-z0-9])(?:Copy|Dup))(?:[ _.-]?(?:\(\d+\)|\d+))?\s*$|\s*\(\d+\)\s*$/i;

/** A name without what a copy was left with, however often it was copied. */
export function withoutCopyMarks(name: string): string {
  let text = name.trim();
  for (;;) {
    const shorter = text.replace(copyMark, '').replace(suffixed, '');
    if (shorter === text || shorter === '') return text;
    text = shorter;
  }
}

/** Whether a name says nothing of what the object is: a word that programs give, with a number at most. */
export function isDefaultName(name: string): boolean {
  return name === '' || generated.test(name) || untitled.test(name);
}
