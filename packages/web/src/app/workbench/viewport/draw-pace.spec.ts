import { DrawPace } from './draw-pace';

describe('the pace of pictures', () => {
  let now = 1000;
  let signaled = false;
  const gl = {
    SYNC_GPU_COMMANDS_COMPLETE: 1,
    SYNC_STATUS: 2,
    SIGNALED: 3,
    fenceSync: () => ({}),
    flush: () => undefined,
    isContextLost: () => false,
    getSyncParameter: () => (signaled ? 3 : 4),
    deleteSync: () => undefined,
  } as unknown as WebGL2RenderingContext;
  const draw = (pace: DrawPace, took: number): void => {
    signaled = false;
    pace.drew(gl);
    expect(pace.wait()).toBeGreaterThan(0);
    now += took;
    signaled = true;
    pace.wait();
  };
  it('is free where a picture takes no longer than a frame, whatever is typed', () => {
    const pace = new DrawPace(() => now);
    draw(pace, 8);
    pace.busy();
    expect(pace.wait()).toBe(0);
  });
  it('waits for a rest from typing where pictures are slow, and only then', () => {
    const pace = new DrawPace(() => now);
    draw(pace, 300);
    expect(pace.wait()).toBe(0);
    pace.busy();
    expect(pace.wait()).toBeGreaterThan(100);
    now += 250;
    expect(pace.wait()).toBe(0);
  });
  it('never has two pictures under way, and does not wait for ever for one', () => {
    const pace = new DrawPace(() => now);
    signaled = false;
    pace.drew(gl);
    expect(pace.wait()).toBeGreaterThan(0);
    now += 11_000;
    expect(pace.wait()).toBe(0);
  });
});
