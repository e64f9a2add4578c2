import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Page } from 'playwright-core';

const require = createRequire(import.meta.url);
const origin = 'http://bare.invalid';
const html = `<!doctype html><canvas width="700" height="400"></canvas><script type="importmap">
{"imports":{"three":"/three/build/three.module.js","three/addons/":"/three/examples/jsm/"}}</script>
<script type="module">
import { AmbientLight, Box3, PerspectiveCamera, Scene, Vector3, WebGLRenderer } from 'three';
import { GLTFLoader } from 'three/addons/loaders/GLTFLoader.js';
const renderer = new WebGLRenderer({ canvas: document.querySelector('canvas'), antialias: true });
const scene = new Scene();
scene.add(new AmbientLight(0xffffff, 3));
const { scene: made } = await new GLTFLoader().loadAsync('/scene.glb');
scene.add(made);
const box = new Box3().setFromObject(made);
const camera = new PerspectiveCamera(38, 700 / 400, 0.01, 1e5);
camera.position.copy(box.getCenter(new Vector3())).add(box.getSize(new Vector3()));
camera.lookAt(box.getCenter(new Vector3()));
renderer.render(scene, camera);
const gl = renderer.getContext();
gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, new Uint8Array(4));
document.title = 'drawn';
</script>`;

/** Milliseconds in which a page that is nothing else loads the same file with three's GLTFLoader and draws it once. */
export async function drawBare(page: Page, glb: Uint8Array): Promise<number> {
  const three = dirname(dirname(require.resolve('three')));
  await page.route(`${origin}/**`, async (route) => {
    const { pathname } = new URL(route.request().url());
    if (pathname === '/') return route.fulfill({ contentType: 'text/html', body: html });
    if (pathname === '/scene.glb')
      return route.fulfill({ contentType: 'model/gltf-binary', body: Buffer.from(glb) });
    const file = join(three, pathname.replace(/^\/three\//, ''));
    return route.fulfill({ contentType: 'text/javascript', body: await readFile(file) });
  });
  const began = Date.now();
  await page.goto(`${origin}/`);
  await page.waitForFunction("document.title === 'drawn'", undefined, { timeout: 600_000 });
  return Date.now() - began;
}
