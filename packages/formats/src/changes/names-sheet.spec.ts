import { parse } from 'csv-parse/sync';
import { sceneFromOutline } from '@renquil/core/testing';
import { namesSheet, readNamesSheet } from './names-sheet.js';

describe('a sheet of names', () => {
  const scene = sceneFromOutline('a\n  =1+1\n  b\nc\n  b');
  const read = (text: string): object => {
    const { names, same, lost } = readNamesSheet(text, scene);
    return { names: [...names], same, lost: lost.map(({ line, why }) => `${line}: ${why}`) };
  };
  it('comes back as nothing to do, formulas and all', () => {
    expect(namesSheet(scene)).toContain("2,/a/=1+1,'=1+1,'=1+1");
    expect(read(namesSheet(scene))).toEqual({ names: [], same: 5, lost: [] });
  });
  it('is a table to another reader (csv-parse)', () => {
    const rows = parse<Record<string, string>>(namesSheet(scene), { columns: true });
    expect(rows.map(({ path }) => path)).toEqual(['/a', '/a/=1+1', '/a/b', '/c', '/c/b']);
  });
  for (const [what, text, wanted] of [
    [
      'by id',
      'id,name,to\n3,b,left\n5,b,right\n',
      {
        names: [
          [3, 'left'],
          [5, 'right'],
        ],
        same: 0,
        lost: [],
      },
    ],
    [
      'by path where the id is another one by now',
      'id,path,name,to\n1,/c/b,b,x\n',
      { names: [[5, 'x']], same: 0, lost: [] },
    ],
    ['by a name that only one has', 'name;to\nc;d\na;\n', { names: [[4, 'd']], same: 1, lost: [] }],
    [
      'not by a name that two have',
      'name,to\nb,x\n',
      { names: [], same: 0, lost: ['2: 2 objects are called "b"'] },
    ],
    [
      'nothing',
      'id,name,to\n9,z,x\n',
      { names: [], same: 0, lost: ['2: there is no object with the id 9, or called "z"'] },
    ],
    [
      'one object once',
      'id,to\n1,x\n1,y\n',
      { names: [[1, 'x']], same: 0, lost: ['3: line 2 speaks of the same object'] },
    ],
  ] as const)
    it(`matches ${what}`, () => expect(read(text)).toEqual(wanted as never));
  it('must name its columns', () => {
    for (const text of ['', 'a,b\n1,2\n', 'name\nb\n'])
      expect(() => read(text)).toThrowError(/first line must name/);
  });
});
