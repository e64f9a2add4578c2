import { readJson, readOwn } from './own-json.js';

describe('reading JSON', () => {
  it('gives back what was written, whoever says its type', () => {
    const value = { name: 'L_door', at: [1, -0.5, null], is: true };
    expect(readJson(JSON.stringify(value)) as unknown).toEqual(value);
    expect(readOwn<typeof value>(JSON.stringify(value)).at[1]).toBe(-0.5);
  });
  it('makes no prototype of a member that is called one', () => {
    const read = readJson('{"__proto__":{"lead":true}}') as { readonly lead?: boolean };
    expect(read.lead).toBeUndefined();
  });
  it('says where a damaged text ends', () => expect(() => readOwn('{"a":')).toThrowError(SyntaxError));
});
