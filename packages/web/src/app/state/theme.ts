import { computed, effect, Injectable, signal } from '@angular/core';

/** The two sets of colours. */
export type ThemeName = 'light' | 'dark';
/** What a person chose; `system` follows the system. */
export type ThemeChoice = ThemeName | 'system';
/** All that can be chosen. */
export const themeChoices: readonly ThemeChoice[] = ['light', 'dark', 'system'];
const key = 'renquil.theme';

/** Light or dark: as the system has it, now and when it changes, until someone chooses here; remembered in this browser. */
@Injectable({ providedIn: 'root' })
export class Theme {
  readonly #media = matchMedia('(prefers-color-scheme: dark)');
  readonly #systemIsDark = signal(this.#media.matches);
  readonly choice = signal<ThemeChoice>(stored());
  readonly name = computed<ThemeName>(() => {
    const choice = this.choice();
    if (choice !== 'system') return choice;
    return this.#systemIsDark() ? 'dark' : 'light';
  });
  constructor() {
    this.#media.addEventListener('change', ({ matches }) => this.#systemIsDark.set(matches));
    effect(() => (document.documentElement.dataset['theme'] = this.name()));
  }
  choose(choice: ThemeChoice): void {
    this.choice.set(choice);
    localStorage.setItem(key, choice);
  }
  toggle(): void {
    this.choose(this.name() === 'light' ? 'dark' : 'light');
  }
}
function stored(): ThemeChoice {
  const value = localStorage.getItem(key);
  return themeChoices.find((choice) => choice === value) ?? 'system';
}
