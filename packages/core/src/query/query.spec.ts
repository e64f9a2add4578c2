import { sceneFromOutline } from '../testing/index.js';
import { parseQuery, runQuery } from './query.js';

const scene = sceneFromOutline(`
  cabin : control
    body
      L_door : mesh
      R_door : mesh
      door lamp : light
  sheave : mesh
`);
const names = (text: string) => runQuery(scene, parseQuery(text)).map((id) => scene.get(id).name);

describe('queries', () => {
  const table: [string, string[]][] = [
    ['', ['cabin', 'body', 'L_door', 'R_door', 'door lamp', 'sheave']],
    ['door', ['L_door', 'R_door', 'door lamp']],
    ['L_*', ['L_door']],
    ['l_*', ['L_door']],
    ['*_door', ['L_door', 'R_door']],
    ['kind:mesh', ['L_door', 'R_door', 'sheave']],
    ['kind:mesh door', ['L_door', 'R_door']],
    ['kind:mesh -door', ['sheave']],
    ['kind:light,control', ['cabin', 'door lamp']],
    ['under:body', ['L_door', 'R_door', 'door lamp']],
    ['L_* or sheave', ['L_door', 'sheave']],
    ['kind:mesh (L_* or sheave)', ['L_door', 'sheave']],
    ['-(door or sheave)', ['cabin', 'body']],
    ['"door lamp"', ['door lamp']],
    ['name:body', ['body']],
    ['BODY', []],
  ];
  for (const [text, wanted] of table) it(`${text || '(nothing)'}`, () => expect(names(text)).toEqual(wanted));
  const bad: [string, RegExp][] = [
    ['kind:gadget', /character 1: "gadget" is no kind; kinds are mesh/],
    ['colour:red', /"colour" is no key; keys are .*kind, .*name/],
    ['(door', /character 6: a closing parenthesis/],
    ['door)', /character 5: a parenthesis is closed/],
    ['"door', /closing quote/],
    ['kind:', /a value is missing/],
  ];
  for (const [text, wanted] of bad)
    it(`refuses ${text} and says where`, () => expect(() => parseQuery(text)).toThrowError(wanted));
});

describe('a query nobody writes', () => {
  for (const [what, text] of [
    ['5,000 parentheses', `${'('.repeat(5000)}a${')'.repeat(5000)}`],
    ['20,000 dashes', `${'-'.repeat(19_999)}a`],
    ['half a million characters', 'a '.repeat(250_000)],
  ] as const)
    it(`of ${what} is refused in words`, () =>
      expect(() => parseQuery(text)).toThrowError(/more than 200 lie within each other|longer than 20000/));
  it('of 150 parentheses is read', () =>
    expect(runQuery(sceneFromOutline('a\nb'), parseQuery(`${'('.repeat(150)}a${')'.repeat(150)}`))).toEqual([
      1,
    ]));
});
