import { computed, inject, Injectable, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import type { ConventionList } from '@renquil/api';
import { switchMap } from 'rxjs';
import { Api } from '../state/api';
import { Session } from '../state/session';
import { lastOf } from '../ui/last-of';

/** The conventions of one project, and which of them scenes are held to that are brought in. */
@Injectable()
export class ProjectConventions {
  readonly #api = inject(Api);
  readonly #session = inject(Session);
  /** The address of the project; empty until the page knows it. */
  readonly project = signal('');
  readonly asked = rxResource({
    params: () => this.project() || undefined,
    stream: ({ params }) => this.#session.known().pipe(switchMap(() => this.#api.conventions(params))),
  });
  readonly list = lastOf<ConventionList>(this.asked, this.project);
  readonly isLead = computed(() => this.list()?.role === 'lead');
  readonly standardName = computed(() => {
    const list = this.list();
    const { id, shipped } = list?.standard ?? { id: null, shipped: null };
    if (id !== null) return list?.conventions.find((one) => one.id === id)?.name ?? '';
    return list?.shipped.find((one) => one.id === shipped)?.name ?? '';
  });
}
