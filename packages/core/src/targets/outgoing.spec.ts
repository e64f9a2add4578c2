import { multiply, transformPoint } from '../math/mat4.js';
import { toMatrix } from '../math/transform.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { drawnWorld } from '../scene/bounds.js';
import { takeSnapshot } from '../scene/snapshot.js';
import { newGroup } from '../scene/new-group.js';
import type { Scene } from '../scene/scene.js';
import { randomEdit, randomTree, sceneFromOutline, seededRandom } from '../testing/index.js';
import { applyChange } from '../edits/change.js';
import { makeOutgoing, type Outgoing } from './outgoing.js';
import { shippedTargets } from './shipped.js';
import type { Target } from './target.js';
import { worldOf } from './turn-world.js';

const parts = new CompiledConvention(partsConvention);
const plain: Target = { title: 'T', format: 'glb' };
const out = (scene: Scene, more: Partial<Target>): Outgoing =>
  makeOutgoing(scene, parts, { ...plain, ...more });
const goingNames = ({ scene, without }: Outgoing): string[] =>
  [...scene.walk()].filter(({ id }) => !without.has(id)).map(({ name }) => name);

describe('what goes to a target', () => {
  it('keeps to the kinds, layers, sets and filter that it takes, with the reason of what stays', () => {
    const scene = sceneFromOutline('r_ctrl : control\n  a : mesh\n  l : light\n  cut_b : mesh\n  c : mesh');
    const [, a, , , c] = [...scene.walk()];
    scene.patch(a!.id, { layer: 'Body' });
    const named = { kind: 'named-set' as const, name: 's', from: null };
    applyChange(scene, {
      label: '',
      edits: [{ ...named, to: { name: 's', how: 'fixed', objects: [c!.id] } }],
    });
    const kinds = out(scene, { takes: { kinds: ['control', 'mesh'] } });
    expect(goingNames(kinds)).toEqual(['r_ctrl', 'a', 'c']);
    expect(kinds.home.tops.map(({ why }) => why).sort()).toEqual(['kind', 'prefix']);
    expect(goingNames(out(scene, { takes: { layers: { without: ['Body'] } } }))).toEqual([
      'r_ctrl',
      'l',
      'c',
    ]);
    expect(goingNames(out(scene, { takes: { sets: { only: ['s'] } } }))).toEqual(['r_ctrl', 'c']);
    expect(goingNames(out(scene, { takes: { sets: { without: ['s'] } } }))).toEqual(['r_ctrl', 'a', 'l']);
    expect(goingNames(out(scene, { takes: { where: '-kind:light' } }))).toEqual(['r_ctrl', 'a', 'c']);
  });
  it('gives names of its own on the way out, and the scene keeps its own', () => {
    const scene = sceneFromOutline('r\n  Tür 1 : mesh\n  tur_1 : mesh\n  con : mesh');
    const before = takeSnapshot(scene);
    const { names, findings } = out(scene, {
      names: {
        letters: 'ascii',
        signs: '_',
        unique: 'scene',
        capitals: false,
        reserved: ['con'],
        conform: true,
      },
    });
    expect([...names.values()].map(({ from, to }) => [from, to])).toEqual([
      ['Tür 1', 'Tur_1_2'],
      ['con', 'conx'],
    ]);
    expect(findings).toEqual([]);
    expect(takeSnapshot(scene)).toEqual(before);
    const steps = out(scene, { names: { steps: [{ step: 'add-text', text: 'x_', at: 'before' } as never] } });
    expect(steps.names.size).toBe(4);
  });
  it('stops at names that it cannot read, tell apart or find, and at budgets, each with who', () => {
    const scene = sceneFromOutline('root\n  a b : mesh\n  1a : mesh\n  Door : mesh\n  door : mesh');
    const { findings } = out(scene, {
      names: {
        letters: 'ascii',
        signs: '_',
        digitFirst: false,
        unique: 'siblings',
        capitals: false,
        longestPath: 8,
      },
      budgets: { objects: 3 },
    });
    expect(findings.map(({ rule, objects }) => [rule, objects.length])).toEqual([
      ['target-names', 2],
      ['target-unique', 1],
      ['target-path', 3],
      ['target-objects', 0],
    ]);
    expect(findings[1]!.because).toBe('"door" and "Door" are the same name there.');
  });
  it('over random scenes, every name that is made to fit does, however names come', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 30);
      const odd = ['é', 'ß x', '', '12', 'a/b', 'CON', 'con', '🐐', 'x'.repeat(90), 'a\u0000b', ' a', 'a_2'];
      for (const { id } of [...scene.walk()])
        scene.patch(id, { name: odd[Math.floor(random() * odd.length)]! });
      for (const target of Object.values(shippedTargets)) {
        if (!target.names) continue;
        const { findings } = makeOutgoing(scene, parts, {
          ...target,
          names: { ...target.names, conform: true },
        });
        const ofNames = findings.filter(({ rule }) => rule !== 'target-place');
        expect(ofNames).withContext(`seed ${seed} ${target.title}`).toEqual([]);
      }
    }
  });
  it('turns and scales by one root or by baking: every point of every shape comes to stand where the world says', () => {
    let [rooted, baked] = [0, 0];
    for (let seed = 1; seed <= 120; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 12, 'even');
      if (seed % 3 === 0)
        for (let i = 0; i < 6; i++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      const up = seed % 2 ? ('Z' as const) : ('Y' as const);
      const axes = { up, unit: 0.01, front: (['+X', '-Z', '+Z', '-X'] as const)[seed % 4]! };
      for (const how of ['root', 'baked'] as const) {
        const made = out(scene, { axes: { ...axes, how } });
        if (made.findings.length) continue;
        if (how === 'root') rooted++;
        else baked++;
        for (const { id, shape } of scene.walk()) {
          if (shape === null || made.without.has(id)) continue;
          const wanted = multiply(made.world, drawnWorld(scene, id));
          const found = drawnWorld(made.scene, id);
          for (const corner of [
            [0, 0, 0],
            [1, 2, 3],
          ] as const) {
            const [w, f] = [transformPoint(wanted, corner), transformPoint(found, corner)];
            const apart = Math.hypot(w[0] - f[0], w[1] - f[1], w[2] - f[2]);
            expect(apart)
              .withContext(`seed ${seed} ${how}`)
              .toBeLessThan(1e-6 * Math.max(1, Math.hypot(...w)));
          }
        }
      }
    }
    expect(rooted).toBeGreaterThan(100);
    expect(baked).toBeGreaterThan(60);
  });
  it('has the axes as they are defined: Z up takes y to z, centimetres count a hundred', () => {
    expect(transformPoint(worldOf({ up: 'Z', unit: 0.01 }, '+Z'), [1, 2, 3])).toEqual([100, -300, 200]);
    // Looking along +Z, told to look along +X: what was ahead is to the side of +X.
    expect(transformPoint(worldOf({ front: '+X' }, '+Z'), [0, 0, 1])).toEqual([1, 0, 0]);
    expect(transformPoint(worldOf({ front: '-Z' }, '+X'), [1, 0, 0]).map(Math.round)).toEqual([0, 0, -1]);
  });
  it('flattens to parts, each where it is seen', () => {
    const scene = sceneFromOutline('r_ctrl : control\n  g\n    a : mesh\n    cut_x : mesh\n  b : mesh');
    const [, g] = [...scene.walk()];
    scene.patch(g!.id, { local: { t: [1, 2, 3], r: [0, 0, 0, 1], s: [2, 2, 2] } });
    const made = out(scene, { flat: true });
    expect(goingNames(made)).toEqual(['a', 'b']);
    expect(made.scene.roots.length).toBe(3);
    for (const { id, name } of scene.walk())
      if (name === 'a') expect(made.scene.world(id)).toEqual(scene.world(id));
  });
  it('carries what an object is worn and drawn by when it is baked: its place at rest and the sides of its outline', () => {
    const scene = sceneFromOutline('a : mesh');
    const [a] = [...scene.walk()];
    const rest = { t: [1, 2, 3], r: [0, 0, 0, 1], s: [1, 1, 1] } as const;
    scene.patch(a!.id, { rest, outline: [[1, 2, 3]] });
    const made = out(scene, { axes: { up: 'Z', unit: 0.01, how: 'baked' } }).scene.get(a!.id);
    expect(made.outline).toEqual([[100, -300, 200]]);
    const [x, y, z] = transformPoint(toMatrix(made.rest!), [0, 0, 0]);
    expect([x, y, z].map(Math.round)).toEqual([100, -300, 200]);
  });
  it('takes what only holds others along with what of them is taken', () => {
    const scene = sceneFromOutline('top\n  hall\n    a : mesh\n  store\n    b : mesh');
    for (const { id, name } of [...scene.walk()]) if (name === 'a') scene.patch(id, { layer: 'Body' });
    const made = out(scene, { takes: { layers: { only: ['Body'] } } });
    expect(goingNames(made)).toEqual(['top', 'hall', 'a']);
    expect(made.home.tops.map(({ id, why }) => [scene.get(id).name, why])).toEqual([['store', 'layer']]);
  });
  it('makes a chain of 20,000 ready by a walk, not by what is below each of it', () => {
    const random = seededRandom(1);
    const scene = randomTree(random, 1);
    let [above] = scene.roots;
    for (let i = 0; i < 20_000; i++) {
      const id = scene.nextId;
      scene.append(newGroup(id, `o_${i}`), above!);
      above = id;
    }
    const axes = { up: 'Z' as const, how: 'root' as const };
    const made = out(scene, { flat: true, axes, names: { unique: 'scene', conform: true } });
    expect(made.without.size).toBeGreaterThanOrEqual(20_000);
  });
  it('takes attributes off that the target does not take', () => {
    const scene = sceneFromOutline('a : mesh');
    const [a] = [...scene.walk()];
    scene.patch(a!.id, { attributes: { lod: 1, note: 'x' } });
    const left = (attributes: 'none' | string[]): string[] =>
      Object.keys(out(scene, { takes: { attributes } }).scene.get(a!.id).attributes);
    expect([left(['lod']), left('none')]).toEqual([['lod'], []]);
  });
});
