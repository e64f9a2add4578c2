import { of, Subject, throwError } from 'rxjs';
import { Doing } from './doing';

describe('what is asked of the server', () => {
  it('is one thing at a time, and says when it is under way', async () => {
    const doing = new Doing();
    const asked = new Subject<number>();
    const got: number[] = [];
    const first = doing.run(
      () => asked,
      (one) => got.push(one),
    );
    expect(doing.busy()).toBeTrue();
    expect(
      await doing.run(
        () => of(9),
        (one) => got.push(one),
      ),
    ).toBeFalse();
    asked.next(7);
    expect(await first).toBeTrue();
    expect([doing.busy(), got]).toEqual([false, [7]]);
  });
  it('says what went wrong until the next go, and tells who complains', async () => {
    const told: unknown[] = [];
    const doing = new Doing((error) => told.push((error as Error).message));
    expect(await doing.run(() => throwError(() => new Error('No.')))).toBeFalse();
    expect([doing.failure(), told, doing.busy()]).toEqual(['No.', ['No.'], false]);
    expect(await doing.run(() => Promise.resolve(1))).toBeTrue();
    expect(doing.failure()).toBe('');
    doing.refuse('Not like this.');
    expect(doing.failure()).toBe('Not like this.');
  });
  it('went wrong too when what follows from it does', async () => {
    const doing = new Doing();
    const failing = (): never => {
      throw new Error('That is somebody else.');
    };
    expect(await doing.run(() => of(false), failing)).toBeFalse();
    expect(doing.failure()).toBe('That is somebody else.');
  });
});
