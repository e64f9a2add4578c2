import { isAsked } from './check.js';
import { checkRegistry } from './registry.js';
import { sceneFromOutline } from '../testing/index.js';

describe('checks of what is taken over from elsewhere', () => {
  const [own] = [...sceneFromOutline('a').walk()];
  const held = { ...own!, held: { file: 'stool.usda' } };
  it('ask what it is among others, not what it is named, where it stands or what it is by itself', () => {
    const asked = checkRegistry.filter((check) => isAsked(check, held)).map(({ id }) => id);
    for (const id of ['overlapping', 'face-budget', 'size']) expect(asked).toContain(id);
    for (const id of ['helper-shape', 'attribute-differs', 'pivot-anchor', 'no-material', 'empty-name'])
      expect(asked).not.toContain(id);
    expect(checkRegistry.every((check) => isAsked(check, own!))).toBeTrue();
  });
});
