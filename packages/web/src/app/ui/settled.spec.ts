import { Injector, runInInjectionContext, signal } from '@angular/core';
import type { Scene } from '@renquil/core/scene';
import { TestBed } from '@angular/core/testing';
import { largeScene, settled } from './settled';

describe('what is counted when edits rest', () => {
  const follow = (objects: number) => {
    const tick = signal(0);
    const scene = { size: objects } as Scene;
    const seen = runInInjectionContext(TestBed.inject(Injector), () => settled(() => (tick(), scene)));
    TestBed.tick();
    return { tick, seen };
  };
  const rest = (): Promise<void> => new Promise((done) => setTimeout(done, 260));
  it('follows at once in a small scene', () => {
    const { tick, seen } = follow(10);
    expect(seen()).toBe(0);
    tick.set(1);
    TestBed.tick();
    expect(seen()).toBe(1);
  });
  it('waits in a large one, counts once for many edits, and says what is not counted yet', async () => {
    const { tick, seen } = follow(largeScene + 1);
    expect(seen()).toBe(-1);
    await rest();
    expect(seen()).toBe(0);
    for (let i = 1; i <= 4; i++) {
      tick.set(i);
      TestBed.tick();
      await new Promise((done) => setTimeout(done, 60));
      expect(seen()).toBe(0);
    }
    await rest();
    expect(seen()).toBe(4);
  });
});
