import { UsdaProperties } from './usda-properties.js';
import { wordOf } from './usda-word-table.js';

const plain = { type: 'int', part: '', op: '', isCustom: false, meta: null };
function add(into: UsdaProperties, scope: number, name: string, at: number, over = {}): void {
  into.add(scope, { ...plain, name, start: at, end: at + 9, valueStart: at + 8, valueEnd: at + 9, ...over });
}

describe('UsdaProperties', () => {
  it('gives those of a scope in the order of the text, whatever stands between them', () => {
    const all = new UsdaProperties();
    add(all, 2, 'a', 10);
    add(all, 300, 'x', 20, { isCustom: true, type: 'token[]' });
    add(all, 2, 'b', 30, { part: 'timeSamples' });
    expect(all.of(2).map(({ name, span }) => [name, span.start])).toEqual([
      ['a', 10],
      ['b', 30],
    ]);
    expect(all.of(300)[0]).toEqual(jasmine.objectContaining({ name: 'x', type: 'token[]', isCustom: true }));
    expect([all.of(1), all.of(9999)]).toEqual([[], []]);
  });
  it('finds what is said last of a name and part, and nothing that is only declared', () => {
    const all = new UsdaProperties();
    add(all, 0, 'size', 10);
    add(all, 0, 'size', 30);
    add(all, 0, 'size', 50, { part: 'connect' });
    add(all, 0, 'size', 70, { valueStart: -1, valueEnd: -1 });
    expect(all.find(0, 'size', '')?.value).toEqual({ start: 38, end: 39 });
    expect(all.find(0, 'size', 'connect')?.span).toEqual({ start: 50, end: 59 });
    expect(all.find(0, 'sizes', '')).toBeNull();
  });
  it('finds the same among very many', () => {
    const all = new UsdaProperties();
    for (let i = 0; i < 500; i++) add(all, 0, `n${i % 250}`, i * 10);
    for (const at of [0, 60, 200, 249]) expect(all.find(0, `n${at}`, '')?.span.start).toBe((at + 250) * 10);
    expect(all.find(0, 'n250', '')).toBeNull();
  });
  it('takes those of another layer behind its own', () => {
    const [all, other] = [new UsdaProperties(), new UsdaProperties()];
    add(all, 0, 'own', 10);
    add(other, 0, 'root', 10);
    add(other, 3, 'deep', 40, { valueStart: -1, valueEnd: -1 });
    all.append(other, { bytes: 1000, scopes: 5, prims: 0 }, (meta) => meta);
    expect(all.find(5, 'root', '')?.value).toEqual({ start: 1018, end: 1019 });
    expect(all.of(8)).toEqual([jasmine.objectContaining({ name: 'deep', value: null })]);
    expect(all.of(0).length).toBe(1);
  });
});

describe('wordOf', () => {
  it('gives the word that stands there, also where two share a place of the table', () => {
    const bytes = new TextEncoder().encode('points normals größe');
    expect(wordOf(bytes, 0, 6, 7)).toBe('points');
    expect(wordOf(bytes, 7, 14, 7)).toBe('normals');
    expect(wordOf(bytes, 0, 6, 7)).toBe('points');
    expect(wordOf(bytes, 15, bytes.length, 1)).toBe('größe');
    expect(wordOf(bytes, 3, 3, 7)).toBe('');
  });
});
