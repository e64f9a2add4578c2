import { Matrix3, Texture, Vector2 } from 'three';
import { laidAnew, type LaidAnew } from './laid-anew.js';

/** Where three, which draws it, looks for a point (u, v) from the top left. */
function shown(laid: LaidAnew, u: number, v: number): [number, number] {
  const said = (
    laidAnew(laid).extensions as { KHR_texture_transform: Record<string, number[]> } | undefined
  )?.['KHR_texture_transform'];
  const texture = new Texture();
  if (said) {
    texture.offset.fromArray(said['offset']!);
    texture.repeat.fromArray(said['scale']!);
    texture.rotation = said['rotation'] as unknown as number;
  }
  texture.updateMatrix();
  const at = new Vector2(u, v).applyMatrix3(new Matrix3().copy(texture.matrix));
  return [at.x, at.y];
}

describe('a picture that is laid on from the bottom left', () => {
  it('is laid on where its own format says', () => {
    const cases: LaidAnew[] = [
      { scale: [1, 1], turn: 0, offset: [0, 0] },
      { scale: [2, 3], turn: 0, offset: [0.25, 0.5] },
      { scale: [2, 2], turn: 90, offset: [0, 0] },
      { scale: [0.5, 0.5], turn: 30, offset: [-1, 2] },
      { scale: [1, 1], turn: -135, offset: [0.1, 0.2] },
    ];
    for (const laid of cases)
      for (const [s, t] of [
        [0, 0],
        [1, 0],
        [0.3, 0.7],
      ] as const) {
        // OpenUSD, UsdTransform2d: in * scale * rotation + translation.
        const angle = (laid.turn * Math.PI) / 180;
        const [x, y] = [s * laid.scale[0], t * laid.scale[1]];
        const wanted = [
          Math.cos(angle) * x - Math.sin(angle) * y + laid.offset[0],
          Math.sin(angle) * x + Math.cos(angle) * y + laid.offset[1],
        ];
        const [u, v] = shown(laid, s, 1 - t);
        expect(u).withContext(JSON.stringify(laid)).toBeCloseTo(wanted[0]!, 6);
        expect(1 - v)
          .withContext(JSON.stringify(laid))
          .toBeCloseTo(wanted[1]!, 6);
      }
  });
  it('says nothing where nothing is said, or no numbers', () => {
    expect(laidAnew({ scale: [1, 1], turn: 0, offset: [0, 0] })).toEqual({});
    expect(laidAnew({ scale: [Number.NaN, 1], turn: 0, offset: [0, 0] })).toEqual({});
  });
});
