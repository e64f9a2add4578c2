import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

/** What stands at an address that leads nowhere. */
@Component({
  selector: 'rq-not-here',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <main class="grid h-full place-items-center">
      <div class="card max-w-sm p-6 text-center">
        <img src="mark.svg" alt="" class="mx-auto size-10" />
        <h1 class="mt-3 text-head font-bold">There is no such page</h1>
        <p class="mt-1 text-ink-2">
          The address may be old, or the scene may be in a project you are no member of.
        </p>
        <a class="btn btn-main mt-4" routerLink="/">To the library</a>
      </div>
    </main>
  `,
  host: { class: 'block h-full' },
})
export class NotHere {}
