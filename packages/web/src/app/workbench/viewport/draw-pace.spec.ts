import { DrawPace } from './draw-pace';

describe('the pace of slices', () => {
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

  it('has one slice under way, and says what it took', () => {
    const pace = new DrawPace(() => now);
    const took: number[] = [];
    signaled = false;
    pace.drew(gl, (ms) => took.push(ms));
    now += 30;
    expect(pace.isDrawing()).toBeTrue();
    signaled = true;
    now += 10;
    expect(pace.isDrawing()).toBeFalse();
    expect(took).toEqual([40]);
  });
  it('knows when the keys rest', () => {
    const pace = new DrawPace(() => now);
    expect(pace.restsIn()).toBe(0);
    pace.busy();
    expect(pace.restsIn()).toBeGreaterThan(100);
    now += 250;
    expect(pace.restsIn()).toBe(0);
  });
  it('does not wait for ever for a driver that never answers', () => {
    const pace = new DrawPace(() => now);
    signaled = false;
    pace.drew(gl, () => undefined);
    now += 11_000;
    expect(pace.isDrawing()).toBeFalse();
  });
});
