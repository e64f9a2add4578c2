import { Box3, Vector3 } from 'three';
import { sceneFromOutline } from '@renquil/core/testing';
import { applyChange } from '@renquil/core';
import { drawList } from './draw-list';
import { framing, Stage } from './stage';

const frame = (): Promise<void> =>
  new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done())));

describe('the stage', () => {
  let stage: Stage;
  let canvas: HTMLCanvasElement;
  const scene = sceneFromOutline('a : mesh\nb : mesh\ncut_c : mesh');
  beforeEach(() => {
    applyChange(scene, {
      label: '',
      edits: [
        {
          kind: 'transform',
          object: 2,
          from: scene.get(2).local,
          to: { t: [3, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] },
        },
      ],
    });
    canvas = document.createElement('canvas');
    canvas.style.cssText = 'position:fixed;left:0;top:0;width:300px;height:200px';
    document.body.append(canvas);
    stage = new Stage(canvas, scene, { sky: '#d5dfd9', ground: '#bcc7bf', ink: '#1c2b28', pick: '#f5c518' });
  });
  afterEach(() => {
    stage.dispose();
    canvas.remove();
  });
  const fitOn = (x: number) =>
    stage.fit(new Box3(new Vector3(x - 0.6, -0.6, -0.6), new Vector3(x + 0.6, 0.6, 0.6)));

  it('draws only when something changed', async () => {
    stage.resize();
    stage.rebuild(new Set(), null);
    fitOn(0);
    await frame();
    const { drawn } = stage;
    expect(drawn).toBeGreaterThan(0);
    await frame();
    await frame();
    expect(stage.drawn).toBe(drawn);
    stage.markPicked(new Set([1]));
    await frame();
    expect(stage.drawn).toBe(drawn + 1);
  });
  it('says which object lies under a point, an instance like any other', () => {
    stage.resize();
    stage.rebuild(new Set([3]), null);
    fitOn(3);
    expect(stage.objectAt(150, 100)).toBe(2);
    expect(stage.objectAt(2, 2)).toBeNull();
  });
  it('picks a real part before a ghost in front of it', () => {
    stage.resize();
    stage.rebuild(new Set([3]), null);
    fitOn(0);
    expect(stage.objectAt(150, 100)).toBe(1);
    stage.rebuild(new Set([1, 3]), null);
    expect([1, 3]).toContain(stage.objectAt(150, 100)!);
  });
  it('looks from the sides without perspective and still picks', () => {
    stage.resize();
    stage.rebuild(new Set([3]), null);
    fitOn(3);
    for (const view of ['front', 'side', 'top', 'free'] as const) {
      stage.look(view);
      expect(stage.objectAt(150, 100)).withContext(view).toBe(2);
    }
  });
});

describe('drawList', () => {
  const scene = sceneFromOutline('a_grp : group\n  x : mesh\n  y : mesh\ncut_z : mesh');
  const ids = (home: number[], only: number[] | null) =>
    drawList(scene, new Set(home), only && new Set(only)).map((g) => [g.ghost, ...g.objects]);
  it('puts ghosts apart', () => expect(ids([4], null).filter(([ghost]) => ghost)).toEqual([[true, 4]]));
  it('keeps to a branch when isolated', () =>
    expect(
      ids([], [1])
        .flatMap((g) => g.slice(1))
        .sort(),
    ).toEqual([2, 3]));
});

describe('framing', () => {
  it('stands where every corner of the box is inside the picture, and one touches its edge', () => {
    const box = new Box3(new Vector3(-2, -1, -0.5), new Vector3(1, 3, 0.5));
    const [centre, back] = [box.getCenter(new Vector3()), new Vector3(0.3, 0.2, 0.9).normalize()];
    const away = framing(box, centre, back, 40, 1.5);
    const right = new Vector3(0, 1, 0).cross(back).normalize();
    const up = back.clone().cross(right);
    const tall = Math.tan((20 * Math.PI) / 180);
    const fills = [...Array(8).keys()].flatMap((i) => {
      const corner = new Vector3(i & 1 ? 1 : -2, i & 2 ? 3 : -1, i & 4 ? 0.5 : -0.5).sub(centre);
      const depth = away - corner.dot(back);
      return [Math.abs(corner.dot(up)) / (depth * tall), Math.abs(corner.dot(right)) / (depth * tall * 1.5)];
    });
    expect(Math.max(...fills)).toBeCloseTo(1, 9);
  });
});
