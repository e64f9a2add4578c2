/** A scene in the format that it came in. */
export interface WrittenScene {
  readonly bytes: Uint8Array;
  /** Files beside it that were changed too, by path. */
  readonly beside: readonly (readonly [string, Uint8Array])[];
  /** What the format has no word for and is not in the file, counted by what it is (as in a change list). */
  readonly left: Readonly<Record<string, number>>;
}

const words: Readonly<Record<string, readonly [string, string]>> = {
  create: ['new group', 'new groups'],
  move: ['move', 'moves'],
  transform: ['change of place', 'changes of place'],
  set: ['layer, switch, mark or attribute', 'layers, switches, marks and attributes'],
  shapes: ['changed shape', 'changed shapes'],
  outlines: ['footprint', 'footprints'],
  rests: ['rest', 'rests'],
  looks: ['look', 'looks'],
  sets: ['change of sets', 'changes of sets'],
  layers: ['change of layers', 'changes of layers'],
  views: ['change of views', 'changes of views'],
};
/** What is not in the file, for people; empty: nothing. */
export function saidOfLeft({ left }: Pick<WrittenScene, 'left'>): string {
  const said = Object.entries(left).map(([what, count]) => {
    const [one, many] = words[what] ?? [what, what];
    return `${count} ${count === 1 ? one : many}`;
  });
  return said.length
    ? `Not in the file, which has no word for it: ${said.join(', ')}. The change list has them.`
    : '';
}
