import { placeLabels, type Label } from './place-labels';

const label = (id: number, x: number, y: number, more: Partial<Label> = {}): Label => ({
  id,
  text: 'L',
  x,
  y,
  depth: 0.5,
  first: false,
  ...more,
});
const ids = (labels: readonly Label[], most?: number) =>
  placeLabels(labels, 400, 300, most).map((one) => one.id);

describe('labels in the view', () => {
  it('do not lie on one another: the nearer one stays', () => {
    expect(ids([label(1, 100, 100), label(2, 104, 102, { depth: 0.2 }), label(3, 200, 100)])).toEqual([2, 3]);
  });
  it('of what is picked go before nearer ones', () => {
    expect(ids([label(1, 100, 100, { first: true }), label(2, 104, 102, { depth: 0 })])).toEqual([1]);
  });
  it('are left out where they cannot be seen, and above a number', () => {
    expect(ids([label(1, -5, 10), label(2, 10, 900), label(3, 10, 10, { depth: 1.2 })])).toEqual([]);
    expect(ids([label(1, 10, 10), label(2, 100, 10), label(3, 200, 10)], 2)).toEqual([1, 2]);
  });
  it('that are long need more room', () => {
    expect(ids([label(1, 100, 100, { text: 'handrail', depth: 0.1 }), label(2, 130, 100)])).toEqual([1]);
    expect(ids([label(1, 100, 100, { depth: 0.1 }), label(2, 130, 100)])).toEqual([1, 2]);
  });
});
