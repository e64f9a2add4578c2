import { HttpClient, HttpErrorResponse, type HttpEvent } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Convention, Edit, Recipe } from '@renquil/core';
import { catchError, map, throwError, type Observable, type OperatorFunction } from 'rxjs';
import type {
  BinnedScene,
  ConventionInfo,
  ConventionList,
  FittedConvention,
  FoundObject,
  HandoffInfo,
  HistoryLine,
  JobInfo,
  KeptRecipe,
  Learned,
  LibraryInfo,
  LoggedChange,
  OpenedScene,
  Role,
  SessionInfo,
  TriedScene,
  VersionInfo,
  WordRename,
  NearWord,
  WordUse,
  ToldElsewhere,
} from './api-types';

/** What the server said no to, in its own words; `offline` when it said nothing. */
export class ApiError extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}
export function explained<T>(): OperatorFunction<T, T> {
  return catchError((raw: unknown) => {
    if (raw instanceof HttpErrorResponse) {
      const said = (textOf(raw.error) as { error?: { code: string; text: string } } | null)?.error;
      if (said) return throwError(() => new ApiError(said.code, said.text));
    }
    return throwError(() => new ApiError('offline', 'The server does not answer.'));
  });
}

/** Where bytes were asked for, what is wrong comes as bytes too. */
function textOf(error: unknown): unknown {
  if (!(error instanceof ArrayBuffer)) return error;
  try {
    return JSON.parse(new TextDecoder().decode(error)) as unknown;
  } catch {
    return null;
  }
}

/** The routes of the server (docs/api.md), typed. */
@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);
  #get<T>(path: string): Observable<T> {
    return this.#http.get<T>(`/api/${path}`).pipe(explained());
  }
  #post<T>(path: string, body: unknown): Observable<T> {
    return this.#http.post<T>(`/api/${path}`, body).pipe(explained());
  }
  #put<T>(path: string, body: unknown): Observable<T> {
    return this.#http.put<T>(`/api/${path}`, body).pipe(explained());
  }
  #delete<T>(path: string): Observable<T> {
    return this.#http.delete<T>(`/api/${path}`).pipe(explained());
  }
  demoPeople = () =>
    this.#get<{ people: { signIn: string; name: string; role: Role }[] }>('people/demo').pipe(
      map((r) => r.people),
    );
  session = () =>
    this.#get<SessionInfo | { account: null }>('session').pipe(map((info) => (info.account ? info : null)));
  signIn = (signIn: string, password: string) =>
    this.#post<{ account: { id: number; name: string } }>('session', { signIn, password });
  signOut = () => this.#http.delete('/api/session').pipe(explained());

  library = (project: string) => this.#get<LibraryInfo>(`projects/${project}`);
  search = (project: string, text: string) =>
    this.#get<{ objects: FoundObject[] }>(`projects/${project}/search?text=${encodeURIComponent(text)}`).pipe(
      map((r) => r.objects),
    );
  /** Upload with progress events; the last one is the response with the job. */
  bringIn(
    project: string,
    files: readonly { path: string; file: Blob }[],
    request: string,
  ): Observable<HttpEvent<{ job: number }>> {
    const form = new FormData();
    for (const { path, file } of files) form.append('file', file, path);
    return this.#http
      .post<{ job: number }>(`/api/projects/${project}/imports?id=${request}`, form, {
        reportProgress: true,
        observe: 'events',
      })
      .pipe(explained());
  }
  job = (id: number) => this.#get<JobInfo>(`jobs/${id}`);
  jobs = (project: string) =>
    this.#get<{ jobs: JobInfo[] }>(`projects/${project}/jobs`).pipe(map((r) => r.jobs));
  askAgain = (id: number) => this.#post<{ job: number }>(`jobs/${id}/again`, {});
  bin = (project: string) =>
    this.#get<{ scenes: BinnedScene[] }>(`projects/${project}/bin`).pipe(map((r) => r.scenes));
  binScene = (id: number) => this.#delete<{ binned: true }>(`scenes/${id}`);
  restoreScene = (project: string, id: number) =>
    this.#post<{ restored: true }>(`projects/${project}/bin/${id}/restore`, {});
  emptyBin = (project: string) => this.#delete<{ deleted: number }>(`projects/${project}/bin`);
  cancelJob = (id: number) => this.#http.delete(`/api/jobs/${id}`).pipe(explained());

  scene = (id: number) => this.#get<OpenedScene>(`scenes/${id}`);
  snapshot = (id: number, revision: number) =>
    this.#http
      .get(`/api/scenes/${id}/snapshots/${revision}`, { responseType: 'arraybuffer' })
      .pipe(explained());
  changesAfter = (id: number, after: number) =>
    this.#get<{ revision: number; changes: LoggedChange[] }>(`scenes/${id}/changes?after=${after}`);
  /** What one has done oneself before a revision, newest first. */
  myChanges = (id: number, before: number) =>
    this.#get<{ changes: LoggedChange[] }>(`scenes/${id}/changes/mine?before=${before}`).pipe(
      map((r) => r.changes),
    );
  change = (id: number, change: { id: string; base: number; label: string; edits: readonly Edit[] }) =>
    this.#post<{ revision: number; missed: LoggedChange[] }>(`scenes/${id}/changes`, change);
  history = (id: number, before?: number) =>
    this.#get<{ changes: HistoryLine[] }>(
      `scenes/${id}/history${before === undefined ? '' : `?before=${before}`}`,
    ).pipe(map((r) => r.changes));
  versions = (id: number) =>
    this.#get<{ versions: VersionInfo[] }>(`scenes/${id}/versions`).pipe(map((r) => r.versions));
  saveVersion = (id: number, version: { note: string; id: string }) =>
    this.#post<{ number: number; revision: number }>(`scenes/${id}/versions`, version);
  restore = (id: number, version: number, body: { id: string; base: number }) =>
    this.#post<{ revision: number; edits: Edit[] }>(`scenes/${id}/versions/${version}/restore`, body);
  /** What the other scenes of the project say. */
  elsewhere = (scene: number) => this.#get<ToldElsewhere>(`scenes/${scene}/elsewhere`);
  conventions = (project: string) => this.#get<ConventionList>(`projects/${project}/conventions`);
  convention = (project: string, id: number) =>
    this.#get<ConventionInfo>(`projects/${project}/conventions/${id}`);
  conventionRevision = (project: string, id: number, revision: number) =>
    this.#get<Convention>(`projects/${project}/conventions/${id}/revisions/${revision}`);
  beginConvention = (project: string, begin: { name: string; from?: string; body?: Convention }) =>
    this.#post<{ id: number }>(`projects/${project}/conventions`, begin);
  saveDraft = (project: string, id: number, body: Convention) =>
    this.#put<{ saved: true }>(`projects/${project}/conventions/${id}/draft`, { body });
  dropDraft = (project: string, id: number) =>
    this.#delete<{ gone: boolean }>(`projects/${project}/conventions/${id}/draft`);
  publish = (project: string, id: number, note: string, scenes: 'all' | 'none') =>
    this.#post<{ revision: number; scenes: number[] }>(`projects/${project}/conventions/${id}/publish`, {
      note,
      scenes,
    });
  tryConvention = (project: string, body: Convention) =>
    this.#post<{ scenes: TriedScene[] }>(`projects/${project}/conventions/try`, { body }).pipe(
      map((r) => r.scenes),
    );
  learnConvention = (
    project: string,
    ask: { scenes: number[]; name: string; query: string; objects?: number[] },
  ) => this.#post<Learned>(`projects/${project}/conventions/learn`, ask);
  holdScene = (
    scene: number,
    to: { convention: number; revision?: number } | { shipped: string } | { leave: true },
  ) => this.#put<{ label: string }>(`scenes/${scene}/convention`, to);
  sceneFits = (scene: number) =>
    this.#get<{ conventions: FittedConvention[] }>(`scenes/${scene}/conventions`).pipe(
      map((r) => r.conventions),
    );
  chooseStandard = (project: string, to: { convention: number } | { shipped: string }) =>
    this.#put<{ name: string }>(`projects/${project}/conventions/standard`, to);
  recipes = (project: string) =>
    this.#get<{ recipes: KeptRecipe[] }>(`projects/${project}/recipes`).pipe(map((r) => r.recipes));
  saveRecipe = (project: string, recipe: Recipe) =>
    this.#put<{ name: string }>(`projects/${project}/recipes`, { recipe });
  deleteRecipe = (project: string, id: number) =>
    this.#delete<{ deleted: true }>(`projects/${project}/recipes/${id}`);
  nearWord = (project: string, word: string) =>
    this.#get<NearWord>(`projects/${project}/words/near?word=${encodeURIComponent(word)}`);
  wordUse = (project: string, word: string) =>
    this.#get<WordUse>(`projects/${project}/words?word=${encodeURIComponent(word)}`);
  renameWord = (
    project: string,
    ask: { from: string; to: string; scenes?: readonly number[]; apply: boolean },
  ) => this.#post<WordRename>(`projects/${project}/words/rename`, ask);
  handoffs = (id: number) =>
    this.#get<{ handoffs: HandoffInfo[] }>(`scenes/${id}/handoffs`).pipe(map((r) => r.handoffs));
  handOff = (id: number, ask: { revision: number; reason: string | null; id: string }) =>
    this.#post<{ job: number }>(`scenes/${id}/handoffs`, ask);
}
