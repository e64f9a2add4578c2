import { Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Theme } from './state/theme';
import { Toasts } from './ui/toasts';

@Component({
  selector: 'rq-root',
  imports: [RouterOutlet, Toasts],
  template: `<router-outlet /><rq-toasts />`,
  host: { class: 'block h-full' },
})
export class App {
  readonly theme = inject(Theme);
}
