import { frames } from '../../../testing/frames';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { Lineage } from './lineage';

describe('the lineage map on the page', () => {
  const start = async () => {
    const bed = await workbenchBed('r : control\n  a : mesh\n    c : mesh\n  b : mesh');
    const page = await show(Lineage, {}, 'display:flex;width:600px;height:200px');
    await frames();
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
  it('says so when every branch is thinner than a line', async () => {
    const outline = Array.from({ length: 700 }, (_, i) => `r${i} : mesh`).join('\n');
    await workbenchBed(outline);
    const page = await show(Lineage, {}, 'display:flex;width:600px;height:200px');
    await frames();
    await page.settle();
    expect(page.text('[data-testid=lineage-too-fine]')[0]).toMatch(/^700 branches lie side by side/);
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
  it('puts a block under the one it is dropped on, and picks nothing by that', async () => {
    const { canvas, open, ledger } = await start();
    const box = canvas.getBoundingClientRect();
    const at = (share: number, row: number) => ({
      clientX: box.left + share * box.width,
      clientY: box.top + row * 27 + 10,
      bubbles: true,
    });
    canvas.dispatchEvent(new PointerEvent('pointerdown', at(0.8, 1)));
    canvas.dispatchEvent(new MouseEvent('mousemove', at(0.2, 1)));
    canvas.dispatchEvent(new PointerEvent('pointerup', at(0.2, 1)));
    canvas.dispatchEvent(new MouseEvent('click', at(0.2, 1)));
    expect(open.scene.get(4).parent).toBe(2);
    expect(ledger.picking().picked.size).toBe(0);
    open.undo();
    expect(open.scene.get(4).parent).toBe(1);
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
    expect([...ledger.order()]).toContain(3);
  });
});
