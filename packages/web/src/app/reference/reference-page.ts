import { HttpClient } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
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
  host: { class: 'flex h-full flex-col' },
})
export class ReferencePage {
  readonly #http = inject(HttpClient);
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
    // A link to a thing that the filter hides shows everything again, and then goes there.
    effect(() => {
      const [fragment, shown] = [this.fragment(), this.shown()];
      if (!fragment || !shown) return;
      queueMicrotask(() => document.getElementById(fragment)?.scrollIntoView());
    });
  }
}
