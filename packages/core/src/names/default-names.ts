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
/** Names that programs give to what is new, with or without a number: `mesh_0`, `group3`. Common practice. */
export const generated = new RegExp(`^(?:${generators.join('|')})(?:[ _.-]?(?:\\d+|[a-z]))?$`, 'i');
/** Words that say nothing with a number, though they may say something without. */
const counted = /^(?:assembly|component|element|item|obj|part|piece|solid)[ _.-]?\d+$/i;
/** Words that say that nothing was named yet. */
const untitled = /^(?:untitled|unnamed|noname|default|new|temp|tmp|test|asdf)(?:[ _.-]?(?:\d+|[a-z]+\d*))?$/i;
/** What copying leaves at the end of a name: `_copy`, ` (2)`. */
export const copied = /(?:^|[ _.-])(?:copy|dup|duplicate|dupe)(?:[ _.-]?(?:\(\d+\)|\d+))?$|\(\d+\)$/i;
/** What is left on names while work is under way, at their end. */
export const unfinished =
  /(?:[ _.-](?:new|old|final|temp|tmp|test|wip|bak|backup)|(?<=[a-z0-9])(?:New|Old|Final|Temp|Tmp|Test|Wip|Bak))\d{0,2}$/;
/** A dot and three or more digits at the end: a name that was taken. */
export const suffixed = /\.\d{3,}$/;

const copyMark =
  /(?:[ _.-](?:copy|dup|duplicate|dupe)|(?<=[a-z0-9])(?:Copy|Dup))(?:[ _.-]?(?:\(\d+\)|\d+))?\s*$|\s*\(\d+\)\s*$/i;

/** A name without what a copy or unfinished work was left with, however often. */
export function withoutCopyMarks(name: string): string {
  let text = name.trim();
  for (;;) {
    const shorter = text.replace(copyMark, '').replace(suffixed, '').replace(unfinished, '');
    if (shorter === text || shorter === '') return text;
    text = shorter;
  }
}

/** Whether a name is a word and a number that say nothing, whatever convention it happens to fit. */
export function isCounted(name: string): boolean {
  return generated.test(name) || counted.test(name) || untitled.test(name);
}

/** Whether a name says nothing of what the object is: a word that programs give, with a number at most. */
export function isDefaultName(name: string): boolean {
  return name === '' || isCounted(name);
}
