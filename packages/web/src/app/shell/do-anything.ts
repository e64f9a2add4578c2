import { DialogRef } from '@angular/cdk/dialog';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import { Api } from '../state/api';
import { Commands, type Command } from '../state/commands';
import { Session } from '../state/session';

/** One field for every command, and every object of every scene. */
@Component({
  selector: 'rq-do-anything',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="sheet mt-[10vh] w-[600px] max-w-[92vw]">
      <input
        #field
        class="h-11 rounded-t-[10px] border-b border-line bg-transparent px-4 text-title focus-visible:outline-none focus-visible:shadow-none"
        placeholder="A command, or the name of an object in any scene"
        role="combobox"
        aria-expanded="true"
        aria-controls="anything-list"
        aria-label="A command, or the name of an object in any scene"
        [attr.aria-activedescendant]="shown().length ? 'anything-' + at() : null"
        autocomplete="off"
        spellcheck="false"
        (input)="text.set(field.value); at.set(0)"
        (keydown)="key($event)"
      />
      <div
        id="anything-list"
        #list
        class="max-h-[52vh] overflow-y-auto p-1"
        role="listbox"
        aria-label="What can be done"
      >
        @for (one of shown(); track one.id; let i = $index) {
          <button
            type="button"
            tabindex="-1"
            role="option"
            class="flex h-8 w-full items-center gap-3 rounded-md px-3 text-left"
            [id]="'anything-' + i"
            [class.bg-picked]="i === at()"
            [attr.aria-selected]="i === at()"
            (click)="run(one)"
            (mousemove)="at.set(i)"
          >
            <bdi class="min-w-0 flex-1 truncate">{{ one.title }}</bdi>
            <span class="text-small text-ink-2">{{ one.hint }}</span>
            @if (one.keys) {
              <kbd class="chip text-tiny">{{ one.keys }}</kbd>
            }
          </button>
        } @empty {
          <p class="px-3 py-2 text-ink-2">Nothing is called that.</p>
        }
      </div>
    </div>
  `,
})
export class DoAnything {
  readonly #ref = inject(DialogRef);
  readonly #commands = inject(Commands);
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #session = inject(Session);
  readonly list = viewChild.required<ElementRef<HTMLElement>>('list');
  readonly text = signal('');
  readonly at = signal(0);
  readonly #found = toSignal(
    toObservable(this.text).pipe(
      debounceTime(150),
      switchMap((text) => {
        const project = this.#session.here();
        return text.trim().length > 1 && project
          ? this.#api.search(project.slug, text.trim()).pipe(catchError(() => of([])))
          : of([]);
      }),
      map((found) =>
        found.slice(0, 30).map((one): Command => ({
          id: `object-${one.scene}-${one.object}`,
          title: one.name,
          hint: `${one.kind} in ${one.sceneName}`,
          run: () =>
            void this.#router.navigate(['/scenes', one.scene, 'name'], {
              queryParams: { object: one.object },
            }),
        })),
      ),
      takeUntilDestroyed(),
    ),
    { initialValue: [] as Command[] },
  );
  readonly shown = computed<readonly Command[]>(() => {
    const words = this.text().toLowerCase().split(/\s+/).filter(Boolean);
    const fitting = this.#commands
      .all()
      .filter(
        (command) =>
          command.id !== 'do-anything' &&
          !command.off?.() &&
          words.every((word) => command.title.toLowerCase().includes(word)),
      );
    return [...fitting, ...this.#found()];
  });

  run(command: Command): void {
    this.#ref.close();
    command.run();
  }
  key(event: KeyboardEvent): void {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (by) {
      event.preventDefault();
      this.at.update((now) => Math.max(0, Math.min(this.shown().length - 1, now + by)));
      this.list().nativeElement.children[this.at()]?.scrollIntoView({ block: 'nearest' });
    } else if (event.key === 'Enter') {
      event.preventDefault();
      const chosen = this.shown()[this.at()];
      if (chosen) this.run(chosen);
    }
  }
}
