import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { Lineage } from './lineage';

describe('the lineage map on the page', () => {
  const start = async () => {
    const bed = await workbenchBed('r : control\n  a : mesh\n    c : mesh\n  b : mesh');
    const page = await show(Lineage, {}, 'display:flex;width:600px;height:200px');
    await new Promise((done) => setTimeout(done, 60));
    await page.settle();
    return { ...bed, page, canvas: page.root.querySelector('canvas')! };
  };
  it('draws a row for every level', async () => {
    const { canvas, page } = await start();
    expect(
      page.component
        .blocks()
        .map((block) => block.id)
        .sort(),
    ).toEqual([1, 2, 3, 4]);
    expect(parseInt(canvas.style.height)).toBe(3 * 27);
  });
  it('picks the block under the pointer', async () => {
    const { canvas, ledger } = await start();
    const box = canvas.getBoundingClientRect();
    canvas.dispatchEvent(
      new MouseEvent('click', { clientX: box.left + 20, clientY: box.top + 40, bubbles: true }),
    );
    expect(ledger.picking().active).toBe(2);
    canvas.dispatchEvent(
      new MouseEvent('click', {
        clientX: box.left + 0.8 * box.width,
        clientY: box.top + 40,
        ctrlKey: true,
        bubbles: true,
      }),
    );
    expect([...ledger.picking().picked]).toEqual([2, 4]);
  });
  it('is walked by the arrow keys, and unfolds the ledger on the way', async () => {
    const { page, canvas, ledger } = await start();
    ledger.foldAll();
    for (const [key, wanted] of [
      ['ArrowDown', 1],
      ['ArrowDown', 2],
      ['ArrowRight', 4],
      ['ArrowLeft', 2],
      ['ArrowDown', 3],
      ['ArrowUp', 2],
    ] as const) {
      await page.press(canvas, key);
      expect(ledger.picking().active).withContext(key).toBe(wanted);
    }
    expect(ledger.order()).toContain(3);
  });
});
