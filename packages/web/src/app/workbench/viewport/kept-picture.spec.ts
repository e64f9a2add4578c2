import { AmbientLight, Group, PerspectiveCamera, Scene, WebGLRenderer } from 'three';
import { openSnapshot, type SceneSnapshot } from '@renquil/core/scene';
import { StageMaterials } from './stage-materials';
import { KeptPicture } from './kept-picture';
import { ShapeStore } from './shape-store';
import { StageContent } from './stage-content';

/** A hundred boxes in rows, a few of them one large shape each that is drawn a stretch at a time. */
function contentOf(): StageContent {
  const scene = openSnapshot({
    renquil: 'scene/1',
    nextId: 101,
    shapes: [{ name: 's', faces: 12, vertices: 8, bounds: { min: [0, 0, 0], max: [1, 1, 1] }, digest: '' }],
    materials: [],
    objects: Array.from({ length: 100 }, (_, i) => ({
      id: i + 1,
      n: `o${i}`,
      k: 'mesh',
      sh: 0,
      l: { t: [(i % 10) * 2, Math.floor(i / 10) * 2, (i % 3) * 4], r: [0, 0, 0, 1], s: [1, 1, 1] },
    })),
  } as unknown as SceneSnapshot);
  const colours = { sky: '#d5dfd9', ground: '#bcc7bf', ink: '#1c2b28', pick: '#f5c518', will: '#26703f' };
  const content = new StageContent(scene, new ShapeStore(), new StageMaterials(scene, colours));
  content.update({ home: new Set([5, 50]), helpers: 'ghost', only: null });
  return content;
}

describe('the kept picture', () => {
  const canvas = document.createElement('canvas');
  const renderer = new WebGLRenderer({ canvas });
  renderer.setSize(120, 80, false);
  renderer.setClearColor('#d5dfd9', 1);
  const content = contentOf();
  const scene = new Scene().add(new AmbientLight(0xffffff, 3), content.group);
  const camera = new PerspectiveCamera(40, 1.5, 0.1, 200);
  camera.position.set(10, 10, 40);
  afterAll(() => {
    renderer.dispose();
    renderer.forceContextLoss();
  });
  const draw = (triangles: number): { pixels: string; slices: number } => {
    const picture = new KeptPicture(renderer, scene, new Group(), () => camera);
    picture.resize(120, 80);
    for (const child of content.group.children) child.visible = false;
    picture.begin(content.units(), { scale: 1, samples: 0 });
    let slices = 0;
    while (!picture.slice(triangles).done) slices++;
    picture.show();
    const gl = renderer.getContext();
    const pixels = new Uint8Array(120 * 80 * 4);
    gl.readPixels(0, 0, 120, 80, gl.RGBA, gl.UNSIGNED_BYTE, pixels);
    picture.dispose();
    return { pixels: pixels.join(), slices };
  };
  it('is the same drawn at once and in slices', () => {
    const whole = draw(Infinity);
    const parts = draw(1);
    expect(parts.slices).toBeGreaterThan(1);
    expect(whole.slices).toBe(0);
    expect(parts.pixels === whole.pixels).toBeTrue();
    expect(new Set(whole.pixels.split(',')).size)
      .withContext('something is drawn')
      .toBeGreaterThan(6);
  });
  it('keeps to its sky, in whichever target it is drawn', () => {
    const { pixels } = draw(Infinity);
    expect(pixels.split(',').slice(0, 3).map(Number)).toEqual([0xd5, 0xdf, 0xd9]);
  });
});
