import { sceneFromOutline } from '../testing/index.js';
import { completeQuery } from './complete-query.js';
import { parseQuery, runQuery } from './query.js';
import { tellFacts } from './query-facts.js';

const scene = sceneFromOutline(
  'r\n  arm {"lod":2}\n    m : mesh @1,0,0\n  arm2 @9,0,0 {"lod":2}\n    n : mesh @1,0,0\n  sun : light {"my key":"a b"}',
);
scene.patch(3, { layer: 'Front legs', source: 7 });
scene.keepSet('to weigh', { name: 'to weigh', how: 'fixed', objects: [3] });
const texts = (text: string, cursor?: number) => completeQuery(scene, text, cursor).map((one) => one.text);

describe('completing a query', () => {
  it('offers keys, also those of attributes', () => {
    expect(texts('ki')).toEqual(['kids:', 'kind:']);
    expect(texts('attr.l')).toEqual(['attr.lod:']);
    expect(texts('')).toEqual([]);
  });
  it('offers values that the scene holds, quoted where they must be, with how many they find', () => {
    expect(completeQuery(scene, 'layer:fr')).toEqual([
      { text: 'layer:"Front legs"', says: '', found: 1, from: 0, to: 8 },
    ]);
    expect(texts('-(kind:me')).toEqual(['kind:mesh', 'kind:camera']);
    expect(texts('m set:"to')).toEqual(['set:"to weigh"']);
    expect(texts('attr.lod:')).toEqual(['attr.lod:2']);
    expect(texts('shown:')).toEqual(['shown:yes', 'shown:no']);
    expect(texts('finding:neg')).toEqual(['finding:negative-scale']);
  });
  it('is about the word at the cursor', () => {
    expect(completeQuery(scene, 'ki or arm', 2)[0]).toEqual(jasmine.objectContaining({ from: 0, to: 2 }));
    expect(texts('kind:mesh ha')).toEqual(['has:']);
  });
  it('offers only what can be read', () => {
    for (const typed of [
      's',
      'm',
      'f',
      'layer:',
      'set:',
      'kind:',
      'has:',
      'side:',
      'twin:',
      'source:',
      'under:',
    ])
      for (const text of texts(typed))
        if (!text.endsWith(':'))
          expect(() => parseQuery(text))
            .withContext(text)
            .not.toThrow();
  });
});

describe('what only whoever opened a scene knows', () => {
  const found = (text: string) => runQuery(scene, parseQuery(text));
  it('findings and changes are asked for', () => {
    expect(found('finding:*')).toEqual([]);
    tellFacts(scene, {
      findings: (id) => (id === 3 ? [{ check: 'name-pattern', severity: 'blocker' }] : []),
      changed: (id) => id === 5,
      waived: (id) => id === 2,
      since: (id, version) => id === 4 && version === 3,
    });
    expect([found('waived:yes'), found('since:v003'), found('since:2')]).toEqual([[2], [4], []]);
    expect([found('finding:name-*'), found('finding:blocker'), found('changed:yes')]).toEqual([
      [3],
      [3],
      [5],
    ]);
  });
  it('twins by yes, no and name; where an object was made', () => {
    expect([found('twin:yes'), found('twin:arm2'), found('kind:light twin:no')]).toEqual([
      [2, 3, 4, 5],
      [2],
      [6],
    ]);
    expect([found('source:file'), found('source:here').length]).toEqual([[3], 5]);
    expect(() => parseQuery('source:x')).toThrowError(/file or here/);
  });
});
