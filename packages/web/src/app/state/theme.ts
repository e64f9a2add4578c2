import { effect, Injectable, signal } from '@angular/core';

export type ThemeName = 'light' | 'dark';
const key = 'renquil.theme';

/** Light or dark: the system's choice until someone chooses here; remembered in this browser. */
@Injectable({ providedIn: 'root' })
export class Theme {
  readonly name = signal<ThemeName>(
    stored() ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'),
  );
  constructor() {
    effect(() => (document.documentElement.dataset['theme'] = this.name()));
  }
  toggle(): void {
    this.name.update((now) => (now === 'light' ? 'dark' : 'light'));
    localStorage.setItem(key, this.name());
  }
}
function stored(): ThemeName | null {
  const value = localStorage.getItem(key);
  return value === 'light' || value === 'dark' ? value : null;
}
