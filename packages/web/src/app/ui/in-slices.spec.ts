import { inSlices } from './in-slices';

describe('work in slices', () => {
  function* slow(steps: number, seen: number[]): Generator<void, string> {
    for (let i = 0; i < steps; i++) {
      for (const until = performance.now() + 4; performance.now() < until;);
      seen.push(i);
      yield;
    }
    return 'done';
  }
  it('lets others come between, and tells what came out', async () => {
    const seen: number[] = [];
    let between = -1;
    const result = await new Promise((done) => {
      inSlices(slow(12, seen), done);
      expect(seen).toEqual([]);
      setTimeout(() => (between = seen.length), 1);
    });
    expect([result, seen.length]).toEqual(['done', 12]);
    expect(between).toBeLessThan(12);
  });
  it('ends when nobody wants it any more', async () => {
    const seen: number[] = [];
    const stop = inSlices(slow(40, seen), () => fail('it went on'));
    await new Promise((done) => setTimeout(done, 20));
    stop();
    const at = seen.length;
    await new Promise((done) => setTimeout(done, 60));
    expect(seen.length).toBe(at);
  });
});
