import { object, list, record, either } from './objects.js';
import { filled, nullable, optional, type AnyShape, type Of, type SentAs } from './shape.js';
import { count, flag, id, integer, nothing, oneOf, requestId, text, time, yes } from './values.js';

const taken = ({ joi }: AnyShape, value: unknown): boolean => !joi.validate(value, { convert: false }).error;

describe('shapes of what is sent and answered', () => {
  const table: readonly [string, AnyShape, readonly unknown[], readonly unknown[]][] = [
    ['text', text(), ['', 'a'], [1, null, undefined]],
    ['text of a length', text({ min: 2, max: 3 }), ['ab', 'abc'], ['', 'a', 'abcd']],
    ['one of', oneOf('a', 'b'), ['a'], ['c', '', null]],
    ['integer', integer(-1, 2), [-1, 2], [-2, 3, 0.5, '1']],
    ['id', id(), [1], [0, -1]],
    ['count', count(), [0], [-1]],
    ['flag', flag(), [true, false], [0, 'true']],
    ['yes', yes(), [true], [false]],
    ['nothing', nothing(), [null], [0, undefined]],
    ['time', time(), ['2026-11-01T00:00:00.000Z'], ['yesterday', 1]],
    ['request id', requestId(), ['00000000-0000-4000-8000-00000000000A'], ['x']],
    ['nullable', nullable(id()), [1, null], [0, undefined]],
    ['list', list(id(), { min: 1, max: 2 }), [[1], [1, 2]], [[], [1, 2, 3], ['a'], [undefined]]],
    ['record', record(count()), [{}, { a: 1, '': 2 }], [{ a: -1 }, []]],
    ['either', either(object({ a: id() }), object({ b: id() })), [{ a: 1 }, { b: 1 }], [{}, { a: 1, b: 1 }]],
    ['object', object({ a: id(), b: optional(id()) }), [{ a: 1 }, { a: 1, b: 1 }], [{}, { a: 1, c: 1 }]],
  ];
  for (const [name, shape, good, bad] of table)
    it(`${name} takes ${JSON.stringify(good)} and refuses ${JSON.stringify(bad)}`, () => {
      for (const value of good) expect(taken(shape, value)).withContext(JSON.stringify(value)).toBeTrue();
      for (const value of bad) expect(taken(shape, value)).withContext(JSON.stringify(value)).toBeFalse();
    });

  it('are types too: what may be left out when sent is there when read', () => {
    const shape = object({ name: text(), days: filled(integer(1, 9), 3), note: optional(text()) });
    const sent: SentAs<typeof shape> = { name: 'a' };
    const read = shape.joi.validate(sent).value as Of<typeof shape>;
    expect(read.days + 1).toBe(4);
    // @ts-expect-error what is needed may not be left out
    const wrong: SentAs<typeof shape> = { days: 3 };
    expect(taken(shape, wrong)).toBeFalse();
    // @ts-expect-error what may be left out may be missing
    const length: number | undefined = read.note?.length ?? read.note;
    expect(length).toBeUndefined();
  });
  it('leave the shape they are made from as it was', () => {
    const name = text();
    optional(name);
    nullable(name);
    expect([taken(name, undefined), taken(name, null)]).toEqual([false, false]);
  });
});
