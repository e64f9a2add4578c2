import { boxPart } from './box-part.js';

describe('a box for a small picture', () => {
  it('is closed, and all its sides face outwards', () => {
    const { positions: p, indices } = boxPart({ min: [-1, -2, -3], max: [1, 2, 3] });
    const edges = new Map<string, number>();
    let volume = 0;
    const at = (i: number) => [p[3 * i]!, p[3 * i + 1]!, p[3 * i + 2]!] as const;
    for (let i = 0; i < indices.length; i += 3) {
      const [a, b, c] = [indices[i]!, indices[i + 1]!, indices[i + 2]!];
      for (const [from, to] of [
        [a, b],
        [b, c],
        [c, a],
      ])
        edges.set(`${from}-${to}`, (edges.get(`${from}-${to}`) ?? 0) + 1);
      const [u, v, w] = [at(a), at(b), at(c)];
      volume +=
        (u[0] * (v[1] * w[2] - v[2] * w[1]) +
          u[1] * (v[2] * w[0] - v[0] * w[2]) +
          u[2] * (v[0] * w[1] - v[1] * w[0])) /
        6;
    }
    // Each edge is gone along once in each direction; the divergence theorem gives the volume, positive when outwards.
    expect(
      [...edges].every(([edge, count]) => count === 1 && edges.has(edge.split('-').reverse().join('-'))),
    ).toBeTrue();
    expect(volume).toBeCloseTo(2 * 4 * 6);
  });
});
