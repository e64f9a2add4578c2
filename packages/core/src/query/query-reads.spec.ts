import { applyChange } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { touchedBy } from '../edits/registry.js';
import type { ObjectId } from '../scene/scene-object.js';
import { randomEdit, randomTree, seededRandom } from '../testing/index.js';
import { queryLeaves } from './query-node.js';
import { parseQuery, queryKeys, runQuery } from './query.js';
import { concernedByEdits, readsElsewhere, textReadsElsewhere } from './query-reads.js';
import { readQuery } from './read-query.js';

/** A query by each key, and what it looks at beside the object. */
const samples: Readonly<Record<string, readonly [string, ...string[]]>> = {
  changed: ['changed:yes', 'told'],
  depth: ['depth:>1', 'level'],
  faces: ['faces:>0'],
  finding: ['finding:blocker', 'told'],
  from: ['-from:*'],
  goes: ['goes:no'],
  has: ['has:lod'],
  kids: ['kids:>1', 'kids'],
  kind: ['kind:mesh'],
  layer: ['layer:Body'],
  mark: ['mark:wait'],
  material: ['material:a*', 'things'],
  name: ['name:*d*'],
  pickable: ['pickable:no'],
  rendered: ['rendered:no'],
  set: ['set:s', 'sets'],
  shape: ['shape:*o*', 'things'],
  shown: ['shown:no'],
  side: ['side:L', 'side'],
  since: ['since:v003', 'told'],
  source: ['source:here'],
  twin: ['twin:yes', 'twins'],
  under: ['under:*d*', 'above'],
  verts: ['verts:>0'],
  waived: ['waived:yes', 'told'],
};

describe('what a query looks at', () => {
  it('is known of every key', () => {
    expect(Object.keys(samples).sort()).toEqual([...queryKeys].sort());
    for (const [query, ...reads] of Object.values(samples))
      expect([...textReadsElsewhere(query)] as string[])
        .withContext(query)
        .toEqual(reads);
    expect([...textReadsElsewhere('attr.lod:1')]).toEqual([]);
    expect([...textReadsElsewhere('slot.what:door')]).toEqual(['slots']);
    expect([...textReadsElsewhere('under:"')]).toEqual([]);
  });
  it('is gathered over the whole tree of a query', () => {
    const node = readQuery('-(door or under:a kids:>1) layer:x');
    expect([...queryLeaves(node)].map((leaf) => (leaf.type === 'key' ? leaf.key : leaf.value.text))).toEqual([
      'door',
      'under',
      'kids',
      'layer',
    ]);
    expect([...readsElsewhere(node)].sort()).toEqual(['above', 'kids']);
  });
  for (const key of queryKeys)
    it(`covers everybody of whom an edit may change what is found by ${key}`, () => {
      const [text] = samples[key]!;
      const query = parseQuery(text);
      const reads = textReadsElsewhere(text);
      let some = 0;
      for (let seed = 1; seed <= 25; seed++) {
        const random = seededRandom(seed);
        const scene = randomTree(random, 12);
        for (let i = 0; i < 40; i++) {
          const before = new Set(runQuery(scene, query));
          // One edit, or several made on what those before left, as plans make them.
          const fork = scene.fork();
          const edits: Edit[] = [];
          for (let n = 1 + Math.floor(random() * 4); n > 0; n--) {
            const more = randomEdit(fork, random);
            if (applyChange(fork, { label: '', edits: more }).ok) edits.push(...more);
          }
          if (!edits.length || !applyChange(scene, { label: '', edits }).ok) continue;
          const after = new Set(runQuery(scene, query));
          const concerned = concernedByEdits(scene, reads, edits);
          if (!concerned) continue;
          some++;
          const covered = new Set<ObjectId>([...concerned, ...touchedBy(edits).objects]);
          for (const { id } of scene.walk())
            if (before.has(id) !== after.has(id) && !covered.has(id))
              fail(`seed ${seed}: ${text} of ${id} after ${JSON.stringify(edits)}`);
        }
      }
      // What only others can tell is asked of everybody, always.
      if (!reads.has('told')) expect(some).toBeGreaterThan(20);
      else expect(some).toBe(0);
    });
});
