import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { FocusKeeper } from './focus-keeper';

describe('the focus', () => {
  let place: HTMLElement;
  let button: HTMLButtonElement;
  let left: Element[] = [];
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    TestBed.inject(FocusKeeper);
    place = document.createElement('div');
    place.dataset['home'] = '';
    place.tabIndex = 0;
    place.textContent = 'rows';
    button = document.createElement('button');
    button.textContent = 'Apply';
    // What other tests have left on the page is no place for the keys.
    for (const one of document.querySelectorAll('[data-home]')) one.removeAttribute('data-home');
    for (const one of document.querySelectorAll('main')) one.remove();
    left = [...document.body.children].filter((one) => !one.hasAttribute('inert'));
    for (const one of left) one.setAttribute('inert', '');
    document.body.append(place, button);
    button.focus();
  });
  afterEach(() => {
    for (const one of left) one.removeAttribute('inert');
    place.remove();
    button.remove();
  });
  const frames = async (): Promise<void> => {
    for (let i = 0; i < 8; i++) await new Promise((done) => requestAnimationFrame(done));
  };
  it('goes to the place for the keys when what had it goes away', async () => {
    button.remove();
    await frames();
    expect(document.activeElement).toBe(place);
  });
  it('goes there when its button can no longer be pressed', async () => {
    button.disabled = true;
    await frames();
    if (document.activeElement !== button) expect(document.activeElement).toBe(place);
    button.disabled = false;
  });
  it('is left alone when somebody has clicked beside everything', async () => {
    button.blur();
    document.body.append(document.createElement('i'));
    await frames();
    expect(document.activeElement).toBe(document.body);
  });
  it('stays where somebody else has put it', async () => {
    const other = document.createElement('input');
    document.body.append(other);
    button.remove();
    other.focus();
    await frames();
    expect(document.activeElement).toBe(other);
    other.remove();
  });
  it("is in the page's main where no place is marked", () => {
    place.remove();
    const main = document.createElement('main');
    document.body.append(main);
    expect(TestBed.inject(FocusKeeper).home()).toBeTrue();
    expect(document.activeElement).toBe(main);
    main.remove();
  });
});
