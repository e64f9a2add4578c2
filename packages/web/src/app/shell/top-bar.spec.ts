import { TestBed } from '@angular/core/testing';
import { Dialog } from '@angular/cdk/dialog';
import { workbenchBed } from '../../testing/bed';
import { show } from '../../testing/page';
import { TopBar } from './top-bar';

describe('the bar at the top', () => {
  afterEach(() => TestBed.inject(Dialog).closeAll());

  it('gives the keys to the field of Do anything in the same moment: what is typed on is not lost', async () => {
    await workbenchBed('a : mesh');
    await show(TopBar);
    const press = new KeyboardEvent('keydown', { key: 'k', ctrlKey: true, bubbles: true, cancelable: true });
    document.dispatchEvent(press);
    expect(press.defaultPrevented).toBeTrue();
    expect(document.activeElement?.getAttribute('aria-controls')).toBe('anything-list');
  });
});
