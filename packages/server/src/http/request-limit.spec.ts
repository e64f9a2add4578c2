import { rates, RequestLimit } from './request-limit.js';

describe('the limit of requests', () => {
  let now = 0;
  const limit = (times = 1, kept = 100) => new RequestLimit(times, kept, () => now);
  const takes = (of: RequestLimit, who: string, count: number) => {
    let taken = 0;
    for (let i = 0; i < count; i++)
      try {
        of.take('person', who);
        taken++;
      } catch (error) {
        expect((error as Error).message).toMatch(/Wait 1 seconds/);
      }
    return taken;
  };
  it('lets so many through at once and so many a second after, for each by themselves', () => {
    const { burst, perSecond } = rates.person;
    const made = limit();
    expect(takes(made, 'mo', burst + 50)).toBe(burst);
    expect(takes(made, 'ines', 10)).toBe(10);
    now += 2;
    expect(takes(made, 'mo', 500)).toBe(2 * perSecond);
    now += 3600;
    expect(takes(made, 'mo', burst + 1)).toBe(burst);
  });
  it('keeps a bounded list, of those who came last', () => {
    const made = limit(1, 3);
    expect(takes(made, 'a', 1500)).toBe(rates.person.burst);
    for (const who of ['b', 'c', 'd']) takes(made, who, 1);
    expect(takes(made, 'a', 1)).toBe(1);
  });
  it('can be taken away', () => expect(takes(limit(0), 'a', 5000)).toBe(5000));
});
