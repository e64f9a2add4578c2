import type { Edit } from '@renquil/core/edits';
import { UnsentChanges, UnsentStores } from './change-store';

describe('the store of unsent changes', () => {
  const rename = (to: string): readonly Edit[] => [{ kind: 'rename', object: 2, from: 'a', to }];
  const person = 90_000 + Math.floor(Math.random() * 1e6);
  it('gives back in order what was kept and not dropped, to the same person and scene only', async () => {
    const store = new UnsentChanges(person, 1);
    for (const id of ['z', 'a', 'm']) void store.keep({ id: `${person}${id}`, label: id, edits: rename(id) });
    void store.drop(`${person}a`);
    expect(await store.waiting()).toEqual([
      { id: `${person}z`, label: 'z', edits: rename('z') },
      { id: `${person}m`, label: 'm', edits: rename('m') },
    ]);
    // Another page of the same browser.
    expect(await new UnsentChanges(person, 1).waiting()).toHaveSize(2);
    expect(await new UnsentChanges(person, 2).waiting()).toEqual([]);
    expect(await new UnsentChanges(person + 1, 1).waiting()).toEqual([]);
    expect(await new UnsentStores().scenes(person)).toEqual(new Map([[1, 2]]));
    for (const id of ['z', 'm']) await store.drop(`${person}${id}`);
    expect(await store.waiting()).toEqual([]);
  });
  it('says when something cannot be kept, and goes on', async () => {
    const failed: unknown[] = [];
    const store = new UnsentChanges(person, 3, (error) => failed.push(error));
    await store.keep({ id: undefined as unknown as string, label: 'x', edits: [] });
    expect(failed).toHaveSize(1);
    await store.keep({ id: `${person}k`, label: 'k', edits: [] });
    expect(await store.waiting()).toHaveSize(1);
    await store.drop(`${person}k`);
  });
});
