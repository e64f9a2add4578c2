import type { SceneSummary } from '@renquil/api';
import { filesFromList } from './dropped-files';
import { libraryTitle } from './library-title';

describe('the title of the library', () => {
  const scene = (blocker: number | null) =>
    ({
      standing: blocker === null ? null : { counts: { blocker, warning: 0, note: 0 } },
    }) as unknown as SceneSummary;
  for (const [blockers, title] of [
    [[], 'No scenes yet'],
    [[0], 'One scene, one ready'],
    [[0, 3, null, 1, 2], 'Five scenes, one ready'],
    [[4, 1], 'Two scenes, none ready'],
    [Array<number>(12).fill(0), '12 scenes, 12 ready'],
  ] as const) {
    it(`says "${title}"`, () => expect(libraryTitle(blockers.map(scene))).toBe(title));
  }
});

describe('files chosen in a browser', () => {
  const list = (...paths: string[]) => {
    const transfer = new DataTransfer();
    for (const path of paths) {
      const file = new File(['x'], path.split('/').pop()!);
      Object.defineProperty(file, 'webkitRelativePath', { value: path.includes('/') ? path : '' });
      transfer.items.add(file);
    }
    // The browser copies files into the list, and with them goes the path; give it back.
    [...transfer.files].forEach((file, i) =>
      Object.defineProperty(file, 'webkitRelativePath', { value: paths[i]!.includes('/') ? paths[i] : '' }),
    );
    return filesFromList(transfer.files).map(({ path }) => path);
  };
  it('lose the folder they all lie in, and keep the ones below', () =>
    expect(list('set/a.gltf', 'set/tex/b.png')).toEqual(['a.gltf', 'tex/b.png']));
  it('stay as they are without folders', () => expect(list('a.glb', 'b.bin')).toEqual(['a.glb', 'b.bin']));
});
