import type { SceneSummary } from '@renquil/api';

const words = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten'];
const inWords = (n: number): string => words[n] ?? n.toLocaleString('en');

/** How the library stands, in a line: `Five scenes, one ready`. */
export function libraryTitle(scenes: readonly SceneSummary[]): string {
  const ready = scenes.filter((scene) => scene.standing?.counts.blocker === 0).length;
  const some = `${inWords(scenes.length)} ${scenes.length === 1 ? 'scene' : 'scenes'}`;
  if (!scenes.length) return 'No scenes yet';
  return `${some}, ${ready ? inWords(ready).toLowerCase() : 'none'} ready`;
}
