import { Injector, runInInjectionContext } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterPaint } from './after-paint';

describe('what comes a moment later', () => {
  it('comes after a frame, one behind the other, and not at all when it is left before', async () => {
    const make = (turn: number, injector: Injector) =>
      runInInjectionContext(injector, () => afterPaint(turn));
    const injector = TestBed.inject(Injector);
    const gone = Injector.create({ providers: [], parent: injector });
    const [first, later, left] = [make(0, injector), make(4, injector), make(0, gone)];
    gone.destroy();
    expect([first(), later()]).toEqual([false, false]);
    for (let i = 0; i < 100 && !first(); i++) await new Promise((done) => setTimeout(done, 5));
    expect([first(), later()]).toEqual([true, false]);
    for (let i = 0; i < 100 && !later(); i++) await new Promise((done) => setTimeout(done, 5));
    expect([later(), left()]).toEqual([true, false]);
  });
});
