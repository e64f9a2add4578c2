import { lackingImages } from './lacking-images.js';

describe('images that did not come', () => {
  const lacking = (count: number) => ({
    lacking: Array.from({ length: count }, (_, i) => ({ place: `images[${i}].uri`, uri: `${i}.png` })),
  });
  it('are counted, and the first of them named', () => {
    expect(lackingImages(lacking(0))).toBe('');
    expect(lackingImages(lacking(1))).toContain(
      'One image did not come with the file and only texture: images[0].uri "0.png".',
    );
    expect(lackingImages(lacking(9))).toMatch(/^9 images.*"2\.png" and 6 more\.$/);
  });
});
