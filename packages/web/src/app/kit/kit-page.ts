import { ChangeDetectionStrategy, Component } from '@angular/core';
import { KitParts } from './kit-parts';

/**
 * The parts that pages are made of, in every state, in light and dark colours beside each other. It is routed in development
 * builds only (`ng serve`), and is what the harnesses of the kit are tried on.
 */
@Component({
  selector: 'rq-kit-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KitParts],
  template: `
    <h1 class="px-5 pt-4 text-large font-bold">The kit</h1>
    <p class="px-5 pb-3 text-ink-2">
      What pages are made of, in every state. Menus, tips and messages follow the colours of the page.
    </p>
    <div class="grid grid-cols-2 max-[900px]:grid-cols-1">
      <section data-theme="light" aria-label="Light colours"><rq-kit-parts /></section>
      <section data-theme="dark" aria-label="Dark colours"><rq-kit-parts /></section>
    </div>
  `,
  host: { class: 'block h-full overflow-y-auto', tabindex: '0', role: 'main', 'aria-label': 'The kit' },
})
export class KitPage {}
