import { planRename } from '@renquil/core/plans';
import { applyChange } from '@renquil/core/edits';
import { openSnapshot, takeSnapshot } from '@renquil/core/scene';
import { changesBetween, openScene } from '@renquil/formats';
import type { Add } from './cases.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
/** Above this many objects one run takes minutes. */
const most = 100_000;

/** Listings, OBJ files, and the way from one state to another. */
export function addFormats(add: Add, objects: number): void {
  if (objects > most) return;
  const listing = utf8(listingOf(objects));
  add(
    'open a listing to a scene',
    'JSON.parse of it',
    () => openScene(listing, 'bench.json'),
    () => JSON.parse(new TextDecoder().decode(listing)) as unknown,
  );
  const obj = utf8(objOf(objects));
  const split = (): number => new TextDecoder().decode(obj).split('\n').length;
  add('open an .obj to a scene', 'splitting it into lines', () => openScene(obj, 'bench.obj'), split);
  const opened = openScene(obj, 'bench.obj');
  const renames = new Map([...opened.scene.walk()].map(({ id, name }) => [id, `${name}_x`] as const));
  const before = openSnapshot(takeSnapshot(opened.scene));
  applyChange(opened.scene, { label: '', edits: planRename(opened.scene, renames) });
  add(
    'write an .obj, every name changed',
    'copying it through one buffer',
    () => opened.write(opened.scene),
    () => obj.slice(),
  );
  add(
    'the change list, every name changed',
    'JSON.stringify of all names before and after',
    () => changesBetween(before, opened.scene),
    () => JSON.stringify([...opened.scene.walk()].map(({ id, name }) => [before.get(id).name, name])),
  );
}

function listingOf(count: number): string {
  const objects = Array.from({ length: count }, (_, i) => ({
    ...{ id: i + 1, name: `part${i}_steel_geo`, parent: i === 0 ? null : Math.ceil(i / 20), kind: 'mesh' },
    ...{
      translation: [i % 100, 0, 0.5],
      bounds: { min: [0, 0, 0], max: [1, 1, 1] },
      faces: 12,
      materials: ['steel'],
    },
  }));
  return JSON.stringify({ renquil: 'listing/1', objects });
}
function objOf(count: number): string {
  const lines: string[] = [];
  for (let i = 0; i < count; i++) {
    const at = 4 * i;
    lines.push(
      `o part${i}_steel_geo`,
      `v ${i % 100} 0 0.5`,
      `v ${(i % 100) + 1} 0 0.5`,
      `v ${i % 100} 1 0.5`,
      `v 0 ${i % 7} 1`,
    );
    lines.push('usemtl steel', `f ${at + 1} ${at + 2} ${at + 3}`, `f ${at + 1} ${at + 3} ${at + 4}`);
  }
  return lines.join('\n');
}
