import { TestBed } from '@angular/core/testing';
import { Theme } from './theme';

describe('the theme', () => {
  let told: (event: { matches: boolean }) => void;
  beforeEach(() => {
    localStorage.removeItem('renquil.theme');
    spyOn(window, 'matchMedia').and.returnValue({
      matches: false,
      addEventListener: (_: string, hear: typeof told) => (told = hear),
    } as unknown as MediaQueryList);
  });
  afterEach(() => localStorage.removeItem('renquil.theme'));
  const shown = (): string | undefined => {
    TestBed.tick();
    return document.documentElement.dataset['theme'];
  };
  it("is the system's, and goes along with it", () => {
    const theme = TestBed.inject(Theme);
    expect([theme.choice(), shown()]).toEqual(['system', 'light']);
    told({ matches: true });
    expect(shown()).toBe('dark');
  });
  it('is what was chosen, whatever the system does, also the next time', () => {
    const theme = TestBed.inject(Theme);
    theme.choose('dark');
    told({ matches: false });
    expect(shown()).toBe('dark');
    theme.toggle();
    expect([theme.choice(), shown(), localStorage.getItem('renquil.theme')]).toEqual([
      'light',
      'light',
      'light',
    ]);
    theme.choose('system');
    expect(theme.choice()).toBe('system');
  });
  it('is what bars and buttons that differ in the dark go by, not the system', () => {
    const theme = TestBed.inject(Theme);
    const bar = document.createElement('span');
    bar.className = 'bg-spruce dark:bg-ink-2';
    document.body.append(bar);
    try {
      const looks = (choice: 'light' | 'dark', token: string): void => {
        theme.choose(choice);
        TestBed.tick();
        bar.style.color = `var(${token})`;
        const { color, backgroundColor } = getComputedStyle(bar);
        expect(backgroundColor).withContext(choice).toBe(color);
      };
      looks('light', '--spruce');
      looks('dark', '--ink-2');
    } finally {
      bar.remove();
    }
  });
});
