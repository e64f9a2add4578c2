import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { FocusKeeper } from './shell/focus-keeper';
import { OwnHistory } from './shell/own-history';
import { Theme } from './state/theme';
import { Toasts } from './ui/toasts';

/** The frame around every page. */
@Component({
  selector: 'rq-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, Toasts],
  template: `<router-outlet /><rq-toasts />`,
  host: { class: 'block h-full' },
})
export class App {
  readonly theme = inject(Theme);
  readonly focus = inject(FocusKeeper);
  readonly history = inject(OwnHistory);
}
