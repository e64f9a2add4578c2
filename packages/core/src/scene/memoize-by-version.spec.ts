import { sceneFromOutline } from '../testing/outline.js';
import { memoizeByVersion } from './memoize-by-version.js';

describe('what is memoizeByVersion of a scene', () => {
  it('is made once for a version, for each scene its own, and anew when the version has grown', () => {
    let made = 0;
    const names = memoizeByVersion(
      (scene) => scene.namesVersion,
      (scene) => (made++, [...scene.walk()].map((object) => object.name).join()),
    );
    const sizes = memoizeByVersion(
      (scene) => scene.structure,
      (scene) => scene.size,
    );
    const [one, two] = [sceneFromOutline('a\nb'), sceneFromOutline('x')];
    expect([names(one), names(one), names(two), sizes(one), sizes(two)]).toEqual(['a,b', 'a,b', 'x', 2, 1]);
    expect(made).toBe(2);
    one.patch(1, { name: 'c' });
    expect([names(one), names(two)]).toEqual(['c,b', 'x']);
    expect(made).toBe(3);
    one.patch(1, { layer: 'Glass' });
    names(one);
    expect(made).withContext('a change of something else').toBe(3);
    one.remove(2);
    expect([names(one), sizes(one)]).toEqual(['c', 1]);
  });
});
