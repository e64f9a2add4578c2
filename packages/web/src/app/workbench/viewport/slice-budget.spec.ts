import { SliceBudget } from './slice-budget';

/** Draws a scene of so many triangles in slices on a machine; the slices of each picture. */
function draw(
  budget: SliceBudget,
  triangles: number,
  pictures: number,
  took: (triangles: number) => number,
): number[] {
  return Array.from({ length: pictures }, () => {
    let slices = 0;
    budget.report(0, took(0));
    for (let left = triangles; left > 0; slices++) {
      const slice = Math.min(left, budget.triangles);
      left -= slice;
      budget.report(slice, took(slice));
    }
    return slices;
  });
}

describe('the budget of a slice', () => {
  it('comes to a frame on a machine that draws 400 triangles in a millisecond', () => {
    const budget = new SliceBudget();
    draw(budget, 240_000, 3, (n) => 4 + n / 400);
    expect(budget.triangles / 400).toBeGreaterThan(8);
    expect(budget.triangles / 400).toBeLessThan(20);
  });
  it('draws a million at once where that takes no time, though the driver answers a frame late', () => {
    expect(draw(new SliceBudget(), 1_000_000, 5, (n) => 17 + n / 1e6).at(-1)).toBe(1);
  });
  it('gets over one slow answer', () => {
    const budget = new SliceBudget();
    draw(budget, 1_000_000, 5, (n) => 4 + n / 1e6);
    budget.report(1_000_000, 900);
    expect(draw(budget, 1_000_000, 3, (n) => 4 + n / 1e6).at(-1)).toBe(1);
  });
});
