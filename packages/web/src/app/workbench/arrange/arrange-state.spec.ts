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
  it('adds a control under everything, and brings in what is left outside', async () => {
    const { arrange, ledger, tree, open } = await start();
    ledger.pickAll([1, 4]);
    arrange.control(false);
    expect(open.scene.get(6).kind).toBe('control');
    expect(tree()).toBe('new_ctrl\n  a\n    b\n      c\n  d\ne');
    arrange.bringIn();
    expect(tree()).toBe('new_ctrl\n  a\n    b\n      c\n  d\n  e');
  });
  it('takes out and deletes what that empties, and puts a parent over each', async () => {
    const { arrange, ledger, tree } = await start();
    ledger.pickAll([3]);
    arrange.takeOut();
    expect(tree()).toBe('a\n  c\nd\ne');
    arrange.insertParents();
    expect(tree()).toBe('a\n  new_grp\n    c\nd\ne');
  });
  it('repeats the last change on all twins, or says why it cannot', async () => {
    const bed = await workbenchBed('r\n  a\n    m : mesh\n  b @5,0,0\n    n : mesh');
    const arrange = TestBed.inject(ArrangeState);
    bed.ledger.pickAll([3]);
    arrange.settings.toggle(3, 'goes');
    arrange.repeatOnTwins();
    expect(bed.open.scene.get(5).switches.goes).toBeFalse();
    bed.open.apply('Rename r', [{ kind: 'rename', object: 1, from: 'r', to: 's' }]);
    arrange.repeatOnTwins();
    expect(TestBed.inject(ToastList).toasts().at(-1)!.text).toContain('no branch that has twins');
  });
  it('turns one switch of many rows as one change', async () => {
    const { arrange, open } = await start();
    arrange.settings.turn([1, 4, 5], 'pickable', false);
    expect([1, 2, 4, 5].map((id) => open.scene.get(id).switches.pickable)).toEqual([
      false,
      true,
      false,
      false,
    ]);
    open.undo();
    expect(open.scene.get(4).switches.pickable).toBeTrue();
  });
});
