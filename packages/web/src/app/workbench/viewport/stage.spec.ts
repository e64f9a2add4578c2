import { Box3, Vector3 } from 'three';
import { sceneFromOutline } from '@renquil/core/testing';
import { applyChange } from '@renquil/core/edits';
import type { Scene } from '@renquil/core/scene';
import { looksOf, outlineList, type DrawWish } from './draw-list';
import { Stage } from './stage';
import { framing } from './stage-camera';

const frames = async (n: number): Promise<void> => {
  for (let i = 0; i < n; i++) await new Promise((done) => requestAnimationFrame(done));
};
const until = async (is: () => boolean): Promise<void> => {
  for (let i = 0; i < 600 && !is(); i++) await frames(1);
};

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
    stage = new Stage(canvas, scene, {
      sky: '#d5dfd9',
      ground: '#bcc7bf',
      ink: '#1c2b28',
      pick: '#f5c518',
      will: '#26703f',
    });
  });
  afterEach(() => {
    stage.dispose();
    canvas.remove();
  });
  const wish = (home: number[] = []) => ({ home: new Set(home), helpers: 'ghost' as const, only: null });
  const fitOn = (x: number) =>
    stage.fit(new Box3(new Vector3(x - 0.6, -0.6, -0.6), new Vector3(x + 0.6, 0.6, 0.6)));

  it('draws only when something changed, and not the scene for what is picked', async () => {
    stage.resize();
    stage.rebuild(wish());
    fitOn(0);
    const { counts } = stage.painter;
    await until(() => counts.whole > 0 && !stage.painter.picture.isDrawing);
    await frames(8);
    const before = { ...counts };
    await frames(8);
    expect(counts).toEqual(before);
    stage.markPicked(new Set([1]));
    await until(() => counts.shown > before.shown);
    await frames(8);
    expect(counts).toEqual({ ...before, shown: before.shown + 1 });
  });
  it('says which object lies under a point, an instance like any other', () => {
    stage.resize();
    stage.rebuild(wish([3]));
    fitOn(3);
    expect(stage.objectAt(150, 100)).toBe(2);
    expect(stage.objectAt(2, 2)).toBeNull();
  });
  it('picks a real part before a ghost in front of it', () => {
    stage.resize();
    stage.rebuild(wish([3]));
    fitOn(0);
    expect(stage.objectAt(150, 100)).toBe(1);
    stage.rebuild(wish([1, 3]));
    expect([1, 3]).toContain(stage.objectAt(150, 100)!);
  });
  it('finds what a box on the screen touches or wholly holds, and where a ray meets it', () => {
    stage.resize();
    stage.rebuild(wish());
    stage.fit(new Box3(new Vector3(1.5, -1.5, -1.5), new Vector3(4.5, 1.5, 1.5)));
    const middle = { x0: 140, y0: 90, x1: 160, y1: 110 };
    expect(stage.objectsIn(middle, 'touches')).toEqual([2]);
    expect(stage.objectsIn(middle, 'holds')).toEqual([]);
    expect(stage.objectsIn({ x0: 0, y0: 0, x1: 300, y1: 200 }, 'holds')).toContain(2);
    expect(stage.objectsIn({ x0: 0, y0: 0, x1: 5, y1: 5 }, 'touches')).toEqual([]);
    expect(stage.hitAt(150, 100)!.point[0]).toBeGreaterThan(2);
  });
  it('looks from the sides without perspective and still picks', () => {
    stage.resize();
    stage.rebuild(wish([3]));
    fitOn(3);
    for (const view of ['front', 'side', 'top', 'free'] as const) {
      stage.look(view);
      expect(stage.objectAt(150, 100)).withContext(view).toBe(2);
    }
  });
});

/** Objects by how they are drawn. */
function drawn(scene: Scene, wish: DrawWish): (string | number)[][] {
  const looks = new Map<string, number[]>();
  for (const { object, look } of looksOf(scene, wish))
    looks.set(look, [...(looks.get(look) ?? []), object.id]);
  return [...looks].map(([look, objects]) => [look, ...objects]);
}

describe('what is drawn', () => {
  const scene = sceneFromOutline('a_grp : group\n  x : mesh\n  y : mesh\ncut_z : mesh');
  const ids = (home: number[], only: number[] | null) =>
    drawn(scene, { home: new Set(home), helpers: 'ghost', only: only && new Set(only) });
  it('puts ghosts apart', () => expect(ids([4], null)).toContain(['ghost', 4]));
  it('draws as the object says, then its layer, and leaves out what a layer hides', () => {
    scene.patch(2, { display: 'wire' });
    scene.keepLayer('Base', { name: 'Base', display: 'box' });
    expect(ids([4], null)).toEqual([
      ['wire', 2],
      ['box', 3, 4],
    ]);
    scene.keepLayer('Base', { name: 'Base', switches: { shown: false } });
    expect(ids([], null)).toEqual([]);
    scene.keepLayer('Base', null);
    scene.patch(2, { display: null });
  });
  it('draws a control as its outline, unless it is hidden', () => {
    const made = sceneFromOutline('r_ctrl : control\n  m : mesh');
    made.patch(1, { outline: [[0, 0, 0]] } as never);
    const all = { home: new Set<number>(), helpers: 'ghost', only: null } as const;
    expect(outlineList(made, all)).toEqual([1]);
    made.patch(1, { switches: { ...made.get(1).switches, shown: false } });
    expect(outlineList(made, all)).toEqual([]);
  });
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
    const away = framing(box, centre, back, { fov: 40, aspect: 1.5 });
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
