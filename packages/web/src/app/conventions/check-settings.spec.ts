import { checkRegistry } from '@renquil/core';
import { readAs, sayParameter } from './check-settings';

describe('a parameter of a check', () => {
  it('is read as the kind of value the check ships with', () => {
    expect([readAs(5, '7'), readAs(5, 'x'), readAs(5, ' ')]).toEqual([7, 5, 5]);
    expect([readAs(false, 'yes'), readAs(true, 'no')]).toEqual([true, false]);
    expect(readAs([], 'a, b,')).toEqual(['a', 'b']);
    expect([readAs({ a: 1 }, '{"a":2}'), readAs({ a: 1 }, '{')]).toEqual([{ a: 2 }, { a: 1 }]);
    expect(readAs('', 'Shape')).toBe('Shape');
  });
  it('of every shipped check stays what it is when it is not changed', () => {
    for (const { id, parameters = {} } of checkRegistry)
      for (const [key, value] of Object.entries(parameters)) {
        const text = sayParameter(value);
        expect(JSON.stringify(readAs(value, text)))
          .withContext(`${id} ${key}`)
          .toBe(JSON.stringify(value));
      }
  });
});
