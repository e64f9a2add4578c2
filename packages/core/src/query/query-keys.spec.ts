import { readFileSync } from 'node:fs';
import { allOn } from '../scene/scene-object.js';
import { Scene } from '../scene/scene.js';
import { identityTransform } from '../math/transform.js';
import { parseQuery, runQuery } from './query.js';
import { queryKeyRegistry } from './query-keys.js';

/** Six objects that differ in everything a key can ask. */
function scene(): Scene {
  const made = new Scene(
    [
      { name: 'doorShape', faces: 300, vertices: 200, bounds: { min: [1, 0, 0], max: [2, 1, 1] } },
      { name: 'boltShape', faces: 12, vertices: 8, bounds: { min: [-2, 0, 0], max: [-1, 1, 1] } },
    ],
    [
      { name: 'steel', colour: [1, 1, 1, 1] },
      { name: 'oak_dark', colour: [1, 1, 1, 1] },
    ],
  );
  const base = {
    local: identityTransform,
    shape: null,
    materials: [],
    switches: allOn,
    layer: 'Base',
    mark: null,
    attributes: {},
    rest: null,
    source: null,
  };
  made.append({ ...base, id: 1, name: 'root', kind: 'control' }, null);
  made.append(
    {
      ...base,
      id: 2,
      name: 'door',
      kind: 'mesh',
      shape: 0,
      materials: [1],
      layer: 'Body',
      attributes: { lod: 2, tag: 'hero' },
    },
    1,
  );
  made.append(
    {
      ...base,
      id: 3,
      name: 'bolt',
      kind: 'mesh',
      shape: 1,
      materials: [0],
      mark: { colour: 'x', word: 'waits' },
      attributes: { lod: 5 },
    },
    2,
  );
  made.append({ ...base, id: 4, name: 'sun', kind: 'light', switches: { ...allOn, shown: false } }, 1);
  made.append({ ...base, id: 5, name: 'empty', kind: 'group', switches: { ...allOn, goes: false } }, null);
  made.patch(3, { held: { file: 'kits/bolt.usda' } });
  made.patch(5, { held: { object: 2 } });
  return made;
}
const run = (text: string) => runQuery(scene(), parseQuery(text));

describe('the keys of a query', () => {
  for (const [text, wanted] of [
    ['kind:mesh', [2, 3]],
    ['kind:light,control', [1, 4]],
    ['from:kits/*', [3]],
    ['from:here', [5]],
    ['-from:*', [1, 2, 4]],
    ['layer:body', [2]],
    ['layer:B*', [1, 2, 3, 4, 5]],
    ['material:steel', [3]],
    ['material:oak*', [2]],
    ['shape:doorShape', [2]],
    ['faces:300', [2]],
    ['faces:>12', [2]],
    ['faces:>=12', [2, 3]],
    ['faces:1..20', [3]],
    ['verts:<10 kind:mesh', [3]],
    ['depth:0', [1, 5]],
    ['depth:<=1 -depth:0', [2, 4]],
    ['kids:0', [3, 4, 5]],
    ['has:lod', [2, 3]],
    ['has:t*', [2]],
    ['attr.lod:2', [2]],
    ['attr.lod:>2', [3]],
    ['attr.lod:1..5', [2, 3]],
    ['attr.tag:hero', [2]],
    ['mark:waits', [3]],
    ['shown:no', [4]],
    ['goes:no or shown:no', [4, 5]],
    ['pickable:yes kind:mesh', [2, 3]],
    ['under:root', [2, 3, 4]],
    ['under:root -under:door', [2, 4]],
    ['side:L', [2]],
    ['side:r', [3]],
    ['side:C', [1, 4, 5]],
    ['(has:lod or kind:light) -mark:waits', [2, 4]],
  ] as const) {
    it(`${text} finds ${wanted.join(', ')}`, () => expect(run(text)).toEqual([...wanted]));
  }
  for (const [text, says] of [
    ['faces:many', /"many" is no number/],
    ['kind:gadget', /"gadget" is no kind/],
    ['shown:maybe', /yes or no/],
    ['side:up', /L, R or C/],
    ['colour:red', /"colour" is no key; keys are .*attr\.NAME/],
    ['door faces:', /character/],
  ] as const) {
    it(`${text} is refused in words`, () => expect(() => run(text)).toThrowError(says));
  }
  it('are those of docs/names.md', () => {
    const docs = readFileSync(new URL('../../../../docs/names.md', import.meta.url), 'utf8');
    const listed = [...docs.matchAll(/^\| `(\w+):`/gm)].map((m) => m[1]);
    expect(listed).toEqual(queryKeyRegistry.map((one) => one.key));
  });
});
