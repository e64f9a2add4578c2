import { HttpClient } from '@angular/common/http';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  signal,
  untracked,
} from '@angular/core';
import { rxResource, toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { map } from 'rxjs';
import { TopBar } from '../shell/top-bar';
import { CountPipe } from '../ui/count';
import { LoadState } from '../ui/load-state';
import { MarkedText } from './marked-text';
import { readReference, searchReference, type OpenApiDocument } from './read-reference';
import { ThingLinks } from './thing-links';

/** The API to read: who may ask what, what is sent and what comes back, from the document that the server itself gives. */
@Component({
  selector: 'rq-reference',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, LoadState, MarkedText, RouterLink, ThingLinks, TopBar],
  templateUrl: './reference-page.html',
  host: { class: 'flex h-full flex-col', '(click)': 'follow($event)' },
})
export class ReferencePage {
  readonly #http = inject(HttpClient);
  readonly #injector = inject(Injector);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  readonly fragment = toSignal(inject(ActivatedRoute).fragment);
  readonly document = rxResource({
    stream: () => this.#http.get<OpenApiDocument>('/api/openapi.json').pipe(map(readReference)),
  });
  readonly wanted = signal('');
  readonly shown = computed(() =>
    this.document.hasValue() ? searchReference(this.document.value(), this.wanted()) : null,
  );
  readonly count = computed(
    () => this.shown()?.groups.reduce((n, { entries }) => n + entries.length, 0) ?? 0,
  );
  readonly names = computed(
    () => new Set(this.document.hasValue() ? this.document.value().things.map(({ name }) => name) : []),
  );

  constructor() {
    // Where the address leads, once there is something to lead to; what is typed afterwards moves nothing.
    effect(() => {
      const fragment = this.fragment();
      if (fragment && this.document.hasValue()) untracked(() => this.show(fragment));
    });
  }
  /** A link to the place where one already is leads there again. */
  follow(event: MouseEvent): void {
    const link = (event.target as Element).closest('a[href*="#"]');
    if (link) this.show(link.getAttribute('href')!.split('#')[1]!);
  }
  /** To a thing, an endpoint or a heading; one that the words looked for hide shows everything again. */
  show(id: string): void {
    const find = (): HTMLElement | null => this.#host.querySelector(`#${CSS.escape(id)}`);
    if (!find()) this.wanted.set('');
    afterNextRender(
      () => {
        const there = find();
        if (!there) return;
        there.tabIndex = -1;
        there.focus({ preventScroll: true });
        there.scrollIntoView();
      },
      { injector: this.#injector },
    );
  }
}
