import { parse } from 'csv-parse/sync';
import type { Json } from '@renquil/core/scene';
import { openSnapshot, takeSnapshot } from '@renquil/core/scene';
import { applyChange } from '@renquil/core/edits';
import { randomEdit, randomTree, seededRandom } from '@renquil/core/testing';
import { parseChangeList } from '../schemas/change-list.js';
import type { ChangeList } from './change-list.js';
import { changesBetween } from './changes-between.js';
import { changesCsv } from './changes-csv.js';
import { readChangesCsv } from './read-changes-csv.js';

/** As JSON has it, and without what CSV cannot tell from nothing. */
const plain = (list: ChangeList): unknown =>
  JSON.parse(
    JSON.stringify({
      ...{ renquil: list.renquil, metersPerUnit: list.metersPerUnit, up: list.up },
      changes: list.changes.map(({ source, was, ...change }) => ({
        ...change,
        ...(change.op === 'create' ? { kind: change.kind ?? 'group' } : {}),
        ...(source === undefined ? {} : { source: String(source) }),
        ...(was === undefined || was === '' ? {} : { was }),
      })),
    }),
  );
const odd: readonly Json[] = [
  '12',
  'true',
  '=SUM(A1)',
  "'x",
  'a,"b"\r\nc',
  '',
  null,
  7,
  [1, 'two'],
  { a: null },
  '{',
];

describe('a change list as CSV', () => {
  it('comes back as it was', () => {
    let changes = 0;
    for (let salt = 0; salt < 60; salt++) {
      const random = seededRandom(salt * 31 + 7);
      const before = randomTree(random, 30);
      const after = openSnapshot(takeSnapshot(before));
      for (let i = 0; i < 12; i++) applyChange(after, { label: '', edits: randomEdit(after, random) });
      const [first] = [...after.walk()];
      if (first)
        after.patch(first.id, {
          attributes: { odd: odd[salt % odd.length]!, 'two words': odd[(salt + 3) % odd.length]! },
        });
      const list = changesBetween(
        before,
        after,
        salt % 2 ? {} : { sourceOf: (id) => (id % 3 ? id : `n${id}`) },
      );
      changes += list.changes.length;
      const text = changesCsv(list);
      expect(plain(parseChangeList(readChangesCsv(text))))
        .withContext(`${salt}`)
        .toEqual(plain(list));
      // A reader of CSV that is not ours sees as many rows of as many columns.
      const rows: string[][] = parse(text);
      expect(rows.every((row) => row.length === 11)).toBeTrue();
    }
    expect(changes).toBeGreaterThan(200);
  });
  it('says what it is measured in', () => {
    const list: ChangeList = {
      ...{ renquil: 'changes/1', metersPerUnit: 0.01, up: 'Z' },
      changes: [{ op: 'transform', object: 3, to: { t: [1, 2, 3], r: [0, 0, 0, 1], s: [1, 1, 1] } }],
    };
    expect(plain(parseChangeList(readChangesCsv(changesCsv(list))))).toEqual(plain(list));
  });
  it('may have other columns, and its own in another order, as sheets leave them', () =>
    expect(readChangesCsv('value;note;object;op\r\ndoor;mine;/a b;rename\r\n"";;4;remove\r\n')).toEqual({
      renquil: 'changes/1',
      changes: [
        { op: 'rename', object: '/a b', to: 'door' },
        { op: 'remove', objects: [4] },
      ],
    }));
  const bad: [string, string, RegExp][] = [
    ['no columns', 'a,b\n1,2', /line 1: .* lack/],
    ['nothing', '', /line 1/],
    ['another operation', 'op,object,value\nrename,1,a\nfly,2,b', /line 3: there is no operation "fly"/],
    ['what is no object', 'op,object,value\nrename,the door,a', /line 2: "the door" in the column object/],
    ['half of a value', 'op,object,value\ntransform,1,"{""t"":"', /line 2: .* in the column value/],
    ['a quote that never ends', 'op,object,value\nrename,1,"a', /Line \d has a quote/],
  ];
  for (const [what, text, says] of bad)
    it(`is refused with its line: ${what}`, () => expect(() => readChangesCsv(text)).toThrowError(says));
});
