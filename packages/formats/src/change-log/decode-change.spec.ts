import { readFileSync } from 'node:fs';
import { applyChange, invertEdits } from '@renquil/core/edits';
import { openSnapshot, takeSnapshot, type SceneSnapshot } from '@renquil/core/scene';
import { editSamples } from '@renquil/core/testing';
import { changeFormat, decodeChange } from './decode-change.js';

interface Log {
  readonly before: SceneSnapshot;
  readonly changes: readonly { readonly label: string; readonly edits: string }[];
  readonly after: SceneSnapshot;
}
const fixture = (format: number): Log =>
  JSON.parse(readFileSync(new URL(`./fixtures/log-format-${format}.json`, import.meta.url), 'utf8')) as Log;

describe('a logged change', () => {
  for (let format = 1; format <= changeFormat; format++) {
    it(`written in form ${format} opens for ever: the log gives the scene it gave then`, () => {
      const log = fixture(format);
      expect(log.changes.length).toBeGreaterThan(100);
      const scene = openSnapshot(log.before);
      for (const { label, edits } of log.changes)
        expect(applyChange(scene, { label, edits: decodeChange(edits, format) }).ok)
          .withContext(label)
          .toBeTrue();
      expect(JSON.parse(JSON.stringify(takeSnapshot(scene).objects))).toEqual(log.after.objects);
      // And back again.
      for (const { label, edits } of [...log.changes].reverse())
        expect(applyChange(scene, { label, edits: invertEdits(decodeChange(edits, format)) }).ok)
          .withContext(label)
          .toBeTrue();
      expect(JSON.parse(JSON.stringify(takeSnapshot(scene).objects))).toEqual(log.before.objects);
    });
    it(`of form ${format} has every kind of edit in its fixture`, () => {
      const kinds = new Set(
        fixture(format).changes.flatMap(({ edits }) => decodeChange(edits, format).map((e) => e.kind)),
      );
      for (const kind of Object.keys(editSamples))
        expect(kinds.has(kind as never))
          .withContext(kind)
          .toBeTrue();
    });
  }
  it('of a form that is not known, or that holds no edits, is refused with the reason', () => {
    expect(() => decodeChange('[]', changeFormat + 1)).toThrowError(/form 2, and this program knows up to 1/);
    expect(() => decodeChange('[]', 0)).toThrowError(/form 0/);
    expect(() => decodeChange('{', 1)).toThrowError(/not JSON/);
    expect(() => decodeChange('[{"kind":"rename","object":1}]', 1)).toThrowError(/"from" is required/);
    expect(() => decodeChange('[{"kind":"explode"}]', 1)).toThrowError(/kind/);
  });
});
