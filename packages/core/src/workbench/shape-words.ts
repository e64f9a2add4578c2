import type { CheckRun } from '../checks/check-run.js';
import { saysNothing } from '../names/default-words.js';
import type { ShapeWord } from '../names/propose/known-elsewhere.js';
import { readName, slotText } from '../names/slots/read-name.js';

/** Shapes of one scene that are told to others at most. */
const mostShapes = 20_000;

/**
 * What things of each shape are called in a scene, by names that fit and of which no check of names finds more than a
 * note; of a shape that nothing of a right name has, that it is there. In the order of the tree.
 */
export function shapeWords(run: CheckRun): ShapeWord[] {
  const { scene, convention } = run;
  const byDigest = new Map<string, Map<string, number>>();
  for (const object of scene.walk()) {
    const digest = object.shape === null ? undefined : scene.shapes[object.shape]?.digest;
    if (digest === undefined) continue;
    let counts = byDigest.get(digest);
    if (!counts) {
      if (byDigest.size === mostShapes) continue;
      byDigest.set(digest, (counts = new Map<string, number>()));
    }
    const key = convention.keyOf(scene, object);
    const slot = convention.slotFor('what', key);
    if (!slot || saysNothing(scene, object.name)) continue;
    if (
      run.checksOf(object.id).some(({ check, severity }) => check.family === 'names' && severity !== 'note')
    )
      continue;
    const reading = readName(convention, key, object.name);
    const text = reading.fits && !reading.helper ? slotText(reading, slot.name) : undefined;
    if (text) counts.set(text, (counts.get(text) ?? 0) + 1);
  }
  return [...byDigest].map(([digest, counts]) => {
    const [top] = [...counts].sort((a, b) => b[1] - a[1]);
    const of = [...counts.values()].reduce((sum, count) => sum + count, 0);
    return { digest, text: top?.[0] ?? '', count: top?.[1] ?? 0, of };
  });
}
