import { applyChange, type Edit } from '@renquil/core/edits';
import { planGroup, planRemove } from '@renquil/core/plans';
import type { Scene } from '@renquil/core/scene';
import { joinBytes } from '../join-bytes.js';
import { publishedModels } from '../testing/published-models.js';
import { openGlbHead } from './glb-head.js';
import { readGltf } from './read-gltf.js';
import { writeGltf } from './write-gltf.js';

/** Reads parts of bytes, and counts what is read. */
function partsOf(bytes: Uint8Array): {
  read: (from: number, length: number) => Uint8Array;
  count: () => number;
} {
  let count = 0;
  const read = (from: number, length: number): Uint8Array => {
    const part = bytes.slice(from, from + length);
    count += part.length;
    return part;
  };
  return { read, count: () => count };
}
const renamed = (scene: Scene): Scene => {
  const edits: Edit[] = [...scene.walk()].map(({ id, name }) => ({
    ...{ kind: 'rename', object: id, from: name, to: `${name}_ä_${id}` },
  }));
  expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
  return scene;
};

describe('a .glb without its bytes', () => {
  it('is written as with them, whatever is renamed, and reads no more than its JSON', () => {
    for (const { name, bytes } of publishedModels('all')) {
      const parts = partsOf(bytes);
      const head = openGlbHead(parts.read, bytes.length, name)!;
      const whole = readGltf(bytes, name);
      const made = head.write(renamed(head.scene))!;
      const expected = writeGltf(whole.source, renamed(whole.scene));
      const out = joinBytes([made.start, bytes.subarray(made.from)]);
      expect(Buffer.compare(out, expected)).withContext(name).toBe(0);
      expect(parts.count())
        .withContext(name)
        .toBeLessThan(whole.source.text.length * 2 + 100);
    }
  });
  it('takes groups too; what changes its bytes needs the whole file', () => {
    const { bytes } = publishedModels()[0]!;
    const open = () => openGlbHead(partsOf(bytes).read, bytes.length, 'a.glb')!;
    const head = open();
    const [first] = [...head.scene.walk()];
    const plan = planGroup(head.scene, [first!.id], { name: 'grp', pivot: 'origin' });
    expect(plan.ok && applyChange(head.scene, { label: '', edits: plan.edits }).ok).toBeTrue();
    expect(head.write(head.scene)).not.toBeNull();
    const other = open();
    const worn = [...other.scene.walk()].find(({ shape }) => shape !== null)!;
    expect(applyChange(other.scene, { label: '', edits: planRemove(other.scene, [worn.id]) }).ok).toBeTrue();
    expect(other.write(other.scene)).toBeNull();
    const baked = open();
    const bake = [2, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];
    baked.scene.patch(worn.id, { bake });
    expect(baked.write(baked.scene)).toBeNull();
  });
  it('is none where it is none, or is cut short', () => {
    const { bytes } = publishedModels()[0]!;
    const open = (of: Uint8Array) => openGlbHead(partsOf(of).read, of.length, 'a.glb');
    expect(open(new TextEncoder().encode('{"asset":{"version":"2.0"}}'))).toBeNull();
    expect(open(bytes.subarray(0, 15))).toBeNull();
    expect(open(bytes.subarray(0, 60))).toBeNull();
    expect(() => open(bytes.subarray(0, bytes.length - 5))).toThrowError(/cut short/);
  });
});
