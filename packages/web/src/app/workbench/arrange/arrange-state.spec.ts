import { TestBed } from '@angular/core/testing';
import { outlineOf } from '@renquil/core/testing';
import { workbenchBed } from '../../../testing/bed';
import { ToastList } from '../../state/toast-list';
import { ArrangeState } from './arrange-state';

describe('arranging', () => {
  const start = async () => {
    const bed = await workbenchBed('a\n  b\n    c\nd\ne');
    const tree = () =>
      outlineOf(bed.open.scene)
        .replace(/ : \w+/g, '')
        .trim();
    return { ...bed, tree, arrange: TestBed.inject(ArrangeState) };
  };
  it('puts what is picked under the last picked, in order', async () => {
    const { arrange, ledger, tree, open } = await start();
    for (const [id, how] of [
      [4, 'only'],
      [5, 'toggle'],
      [2, 'toggle'],
    ] as const)
      ledger.pick(id, how);
    arrange.parentToLast();
    expect(tree()).toBe('a\n  b\n    c\n    d\n    e');
    open.undo();
    expect(tree()).toBe('a\n  b\n    c\nd\ne');
  });
  it('refuses a ring in words', async () => {
    const { arrange, ledger, tree } = await start();
    ledger.pick(1, 'only');
    ledger.pick(3, 'toggle');
    arrange.parentToLast();
    expect(tree()).toBe('a\n  b\n    c\nd\ne');
    expect(TestBed.inject(ToastList).toasts()[0]!.text).toContain('cannot go under itself');
  });
  it('lifts out to just after the old parent', async () => {
    const { arrange, ledger, tree } = await start();
    ledger.pick(3, 'only');
    arrange.liftOut();
    expect(tree()).toBe('a\n  b\n  c\nd\ne');
  });
  it('moves up and down among siblings and stops at the ends', async () => {
    const { arrange, ledger, tree } = await start();
    ledger.pick(5, 'only');
    arrange.shift(-1);
    arrange.shift(-1);
    arrange.shift(-1);
    expect(tree()).toBe('e\na\n  b\n    c\nd');
  });
  it('removes with everything below', async () => {
    const { arrange, ledger, tree } = await start();
    ledger.pickAll([2, 3, 5]);
    arrange.remove();
    expect(tree()).toBe('a\nd');
  });
});
