import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { GoesPane } from './goes-pane';
import { HandoffState } from './handoff-state';

describe('what goes and what stays home', () => {
  const start = async (role: 'viewer' | 'artist' = 'artist') => {
    const target = { target: { title: 'T', format: 'glb', takes: { kinds: ['control', 'mesh'] } } };
    const state = { target: () => target.target };
    TestBed.overrideComponent(GoesPane, { add: { providers: [{ provide: HandoffState, useValue: state }] } });
    const bed = await workbenchBed('r : control\n  a : mesh\n    b : mesh\n  cut_c : mesh\n  l : light', {
      role,
    });
    const page = await show(GoesPane, {}, 'display:flex;width:1000px;height:500px');
    await bed.settle();
    await page.settle();
    const press = async (...keys: string[]): Promise<void> => {
      const tree = page.root.querySelector<HTMLElement>('[role=tree]')!;
      for (const key of keys) {
        tree.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
        await page.settle();
      }
    };
    const rows = (): string[] => page.text('[data-testid=goes-row]').map((text) => text.replace(/\s+/g, ' '));
    return { ...bed, page, press, rows };
  };
  it('lists what stays with why, by its name, its kind and its switch, and ghosts it', async () => {
    const { rows, open } = await start();
    expect(rows().map((row) => row.replace(/[▾▸✓] ?/g, '').trim())).toEqual([
      'r',
      'cut_chelper prefix cut_',
      'lkind not taken',
    ]);
    expect([...open.homeFor()!.all]).toEqual([4, 5]);
  });
  it('is walked, folded and switched by keys, as an edit that undoes', async () => {
    const { page, press, rows, open } = await start();
    page.component.onlyHome.set(false);
    await page.settle();
    await press('Home', 'ArrowRight', 'ArrowDown', 'ArrowRight', 'ArrowDown', ' ');
    expect([open.scene.get(3).switches.goes, open.undoNext()]).toEqual([false, 'Leave b at home']);
    expect(rows()[2]).toContain('switched not to go');
    await press(' ');
    expect(open.undoNext()).toBe('Let b go');
    open.undo();
    open.undo();
    expect(open.scene.get(3).switches.goes).toBeTrue();
    // What stays for another reason is not switched.
    await press('End', ' ');
    expect(open.scene.get(5).switches.goes).toBeTrue();
    const go = spyOn(TestBed.inject(Router), 'navigate');
    await press('Enter');
    expect(go).toHaveBeenCalledWith(['/scenes', 1, 'name']);
  });
  it('is only looked at by a viewer, and ghosts nothing once it is left', async () => {
    const { page, press, open } = await start('viewer');
    page.component.onlyHome.set(false);
    await press('Home', ' ');
    expect(open.scene.get(1).switches.goes).toBeTrue();
    page.fixture.destroy();
    expect(open.homeFor()).toBeNull();
  });
});
