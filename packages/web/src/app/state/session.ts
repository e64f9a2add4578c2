import { computed, inject, Injectable, signal } from '@angular/core';
import { catchError, map, of, switchMap, tap, type Observable } from 'rxjs';
import { Api } from './api';
import type { SessionInfo } from '@renquil/api';

const slugKey = 'renquil.project';

/** Who is signed in here, and in which project. */
@Injectable({ providedIn: 'root' })
export class Session {
  readonly #api = inject(Api);
  readonly info = signal<SessionInfo | null>(null);
  readonly initials = computed(() =>
    (this.info()?.account.name ?? '')
      .split(/\s+/)
      .map((word) => word[0] ?? '')
      .join('')
      .slice(0, 2)
      .toUpperCase(),
  );

  /** The project one was in last, here and in this browser; else the first that is at work. */
  readonly #slug = signal(localStorage.getItem(slugKey));
  readonly here = computed(() => {
    const all = this.info()?.projects ?? [];
    return all.find(({ slug }) => slug === this.#slug()) ?? all.find(({ archived }) => !archived) ?? all[0];
  });
  stay(slug: string): void {
    if (!slug || slug === this.#slug()) return;
    this.#slug.set(slug);
    localStorage.setItem(slugKey, slug);
  }

  /** The session, asked for once. */
  known(): Observable<SessionInfo | null> {
    const now = this.info();
    return now ? of(now) : this.#load();
  }
  /** Asked for once more: something about oneself or one's projects is another. */
  again(): Observable<SessionInfo | null> {
    return this.#load();
  }
  signIn(name: string, password: string): Observable<SessionInfo | null> {
    return this.#api.signIn(name, password).pipe(switchMap(() => this.#load()));
  }
  /** The same person again, over an open page. False: it was another one, who is signed out again at once. */
  signInAgain(name: string, password: string): Observable<boolean> {
    const before = this.info()?.account.id;
    return this.#api
      .signIn(name, password)
      .pipe(
        switchMap(({ account }) =>
          account.id === before ? of(true) : this.#api.signOut().pipe(map(() => false)),
        ),
      );
  }
  signOut(): Observable<null> {
    return this.#api.signOut().pipe(
      tap(() => this.info.set(null)),
      map(() => null),
    );
  }
  #load(): Observable<SessionInfo | null> {
    return this.#api.session().pipe(
      catchError(() => of(null)),
      tap((info) => this.info.set(info)),
    );
  }
}
