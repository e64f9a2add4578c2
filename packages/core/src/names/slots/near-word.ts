/** Three rows of distances, used again and again. */
let rows = [new Uint16Array(64), new Uint16Array(64), new Uint16Array(64)] as const;

/** Optimal string alignment distance (one swap of neighbours counts one), given up above `most`. */
export function editDistance(a: string, b: string, most = 2): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  if (b.length >= rows[0].length) {
    const size = b.length * 2;
    rows = [new Uint16Array(size), new Uint16Array(size), new Uint16Array(size)];
  }
  let [before, last, row] = rows;
  for (let j = 0; j <= b.length; j++) last[j] = j;
  for (let i = 1; i <= a.length; i++) {
    row[0] = i;
    let best = i;
    for (let j = 1; j <= b.length; j++) {
      const same = a.charCodeAt(i - 1) === b.charCodeAt(j - 1);
      let value = last[j - 1]! + (same ? 0 : 1);
      if (last[j]! + 1 < value) value = last[j]! + 1;
      if (row[j - 1]! + 1 < value) value = row[j - 1]! + 1;
      if (
        i > 1 &&
        j > 1 &&
        a.charCodeAt(i - 1) === b.charCodeAt(j - 2) &&
        a.charCodeAt(i - 2) === b.charCodeAt(j - 1) &&
        before[j - 2]! + 1 < value
      )
        value = before[j - 2]! + 1;
      row[j] = value;
      if (value < best) best = value;
    }
    if (best > most) return most + 1;
    [before, last, row] = [last, row, before];
  }
  return last[b.length]!;
}

const remembered = new WeakMap<ReadonlySet<string>, Map<string, string | null>>();
/** Words remembered of one list; what names are made of repeats. */
const most = 20_000;

/** nearWord over a list that stays, remembered: a scene asks for the same words again and again. */
export function nearListed(text: string, words: ReadonlySet<string>): string | null {
  let known = remembered.get(words);
  if (!known) {
    known = new Map<string, string | null>();
    remembered.set(words, known);
  }
  let near = known.get(text);
  if (near === undefined) {
    if (known.size > most) known.clear();
    known.set(text, (near = nearWord(text, words)));
  }
  return near;
}

/** The listed word one letter off (two for long words), or null. Short words are never guessed. */
export function nearWord(text: string, words: Iterable<string>): string | null {
  if (text.length < 4 || text.length > 40) return null;
  let best: string | null = null;
  let least = text.length >= 8 ? 3 : 2;
  for (const word of words) {
    if (word.length < 4) continue;
    const d = editDistance(text.toLowerCase(), word.toLowerCase(), least - 1);
    if (d < least) {
      least = d;
      best = word;
    }
  }
  return best;
}
