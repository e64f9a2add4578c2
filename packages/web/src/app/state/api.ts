import { HttpClient, type HttpEvent } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { StartedJob } from '@renquil/api';
import { urlOf, type Sent } from '@renquil/api/address';
import type { Edit } from '@renquil/core/edits';
import type { Convention } from '@renquil/core/names';
import type { Recipe } from '@renquil/core/names/recipe';
import { map, type Observable } from 'rxjs';
import { Ask, explained } from './ask';

/** The routes that the work with scenes, conventions and jobs needs (docs/api.md). */
@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);
  readonly #ask = inject(Ask);

  demoPeople = () => this.#ask.json('GET /api/people/demo', {}).pipe(map((r) => r.people));
  session = () =>
    this.#ask
      .json('GET /api/session', {})
      .pipe(map((info) => ('account' in info && info.account ? info : null)));
  signIn = (signIn: string, password: string) =>
    this.#ask.json('POST /api/session', { body: { signIn, password } });
  signOut = () => this.#ask.json('DELETE /api/session', {});

  library = (project: string) => this.#ask.json('GET /api/projects/:project', { params: { project } });
  search = (project: string, text: string) =>
    this.#ask
      .json('GET /api/projects/:project/search', { params: { project }, query: { text } })
      .pipe(map((r) => r.objects));
  /** Upload with progress events; the last one is the response with the job. */
  bringIn(
    project: string,
    files: readonly { path: string; file: Blob }[],
    request: string,
  ): Observable<HttpEvent<StartedJob>> {
    const form = new FormData();
    for (const { path, file } of files) form.append('file', file, path);
    const url = urlOf('POST /api/projects/:project/imports', { params: { project }, query: { id: request } });
    return this.#http
      .post<StartedJob>(url, form, { reportProgress: true, observe: 'events' })
      .pipe(explained());
  }
  upload = (project: string, upload: string) =>
    this.#ask.json('GET /api/projects/:project/uploads/:upload', { params: { project, upload } });
  dropUpload = (project: string, upload: string) =>
    this.#ask.json('DELETE /api/projects/:project/uploads/:upload', { params: { project, upload } });
  /** A piece of a file, with progress events; the last one is the response with how much has come. */
  putUpload(
    project: string,
    upload: string,
    { at, body }: { readonly at: number; readonly body: Blob },
  ): Observable<HttpEvent<{ readonly have: number }>> {
    const url = urlOf('PUT /api/projects/:project/uploads/:upload', {
      params: { project, upload },
      query: { at },
    });
    const headers = { 'Content-Type': 'application/octet-stream' };
    return this.#http
      .put<{ readonly have: number }>(url, body, { headers, reportProgress: true, observe: 'events' })
      .pipe(explained());
  }
  bringInUploads = (project: string, body: Sent<'POST /api/projects/:project/imports/uploads'>['body']) =>
    this.#ask.json('POST /api/projects/:project/imports/uploads', { params: { project }, body });
  job = (job: number) => this.#ask.json('GET /api/jobs/:job', { params: { job } });
  jobs = (project: string) =>
    this.#ask.json('GET /api/projects/:project/jobs', { params: { project } }).pipe(map((r) => r.jobs));
  askAgain = (job: number) => this.#ask.json('POST /api/jobs/:job/again', { params: { job } });
  cancelJob = (job: number) => this.#ask.json('DELETE /api/jobs/:job', { params: { job } });
  bin = (project: string) =>
    this.#ask.json('GET /api/projects/:project/bin', { params: { project } }).pipe(map((r) => r.scenes));
  binScene = (scene: number) => this.#ask.json('DELETE /api/scenes/:scene', { params: { scene } });
  restoreScene = (project: string, binned: number) =>
    this.#ask.json('POST /api/projects/:project/bin/:binned/restore', { params: { project, binned } });
  emptyBin = (project: string) =>
    this.#ask.json('DELETE /api/projects/:project/bin', { params: { project } });

  scene = (scene: number) => this.#ask.json('GET /api/scenes/:scene', { params: { scene } });
  snapshot = (scene: number, revision: number) =>
    this.#ask.bytes('GET /api/scenes/:scene/snapshots/:revision', { params: { scene, revision } });
  changesAfter = (scene: number, after: number) =>
    this.#ask.json('GET /api/scenes/:scene/changes', { params: { scene }, query: { after } });
  /** What one has done oneself before a revision, newest first. */
  myChanges = (scene: number, before: number) =>
    this.#ask
      .json('GET /api/scenes/:scene/changes/mine', { params: { scene }, query: { before } })
      .pipe(map((r) => r.changes));
  change = (scene: number, change: { id: string; base: number; label: string; edits: readonly Edit[] }) =>
    this.#ask.json('POST /api/scenes/:scene/changes', { params: { scene }, body: change });
  history = (scene: number, before?: number) =>
    this.#ask
      .json('GET /api/scenes/:scene/history', {
        params: { scene },
        query: before === undefined ? {} : { before },
      })
      .pipe(map((r) => r.changes));
  versions = (scene: number) =>
    this.#ask.json('GET /api/scenes/:scene/versions', { params: { scene } }).pipe(map((r) => r.versions));
  versionFindings = (scene: number, version: number) =>
    this.#ask.json('GET /api/scenes/:scene/versions/:version/findings', { params: { scene, version } });
  saveVersion = (scene: number, version: { note: string; id: string }) =>
    this.#ask.json('POST /api/scenes/:scene/versions', { params: { scene }, body: version });
  restore = (scene: number, version: number, body: { id: string; base: number }) =>
    this.#ask.json('POST /api/scenes/:scene/versions/:version/restore', { params: { scene, version }, body });
  /** What the other scenes of the project say. */
  elsewhere = (scene: number) => this.#ask.json('GET /api/scenes/:scene/elsewhere', { params: { scene } });

  conventions = (project: string) =>
    this.#ask.json('GET /api/projects/:project/conventions', { params: { project } });
  convention = (project: string, convention: number) =>
    this.#ask.json('GET /api/projects/:project/conventions/:convention', { params: { project, convention } });
  conventionRevision = (project: string, convention: number, revision: number) =>
    this.#ask.json('GET /api/projects/:project/conventions/:convention/revisions/:revision', {
      params: { project, convention, revision },
    });
  beginConvention = (project: string, begin: { name: string; from?: string; body?: Convention }) =>
    this.#ask.json('POST /api/projects/:project/conventions', { params: { project }, body: begin });
  saveDraft = (project: string, convention: number, body: Convention) =>
    this.#ask.json('PUT /api/projects/:project/conventions/:convention/draft', {
      params: { project, convention },
      body: { body },
    });
  dropDraft = (project: string, convention: number) =>
    this.#ask.json('DELETE /api/projects/:project/conventions/:convention/draft', {
      params: { project, convention },
    });
  publish = (project: string, convention: number, note: string, scenes: 'all' | 'none') =>
    this.#ask.json('POST /api/projects/:project/conventions/:convention/publish', {
      params: { project, convention },
      body: { note, scenes },
    });
  tryConvention = (project: string, body: Convention) =>
    this.#ask
      .json('POST /api/projects/:project/conventions/try', { params: { project }, body: { body } })
      .pipe(map((r) => r.scenes));
  learnConvention = (project: string, body: Sent<'POST /api/projects/:project/conventions/learn'>['body']) =>
    this.#ask.json('POST /api/projects/:project/conventions/learn', { params: { project }, body });
  holdScene = (scene: number, to: Sent<'PUT /api/scenes/:scene/convention'>['body']) =>
    this.#ask.json('PUT /api/scenes/:scene/convention', { params: { scene }, body: to });
  sceneFits = (scene: number) =>
    this.#ask
      .json('GET /api/scenes/:scene/conventions', { params: { scene } })
      .pipe(map((r) => r.conventions));
  chooseStandard = (project: string, to: { convention: number } | { shipped: string }) =>
    this.#ask.json('PUT /api/projects/:project/conventions/standard', { params: { project }, body: to });

  waivers = (scene: number) => this.#ask.json('GET /api/scenes/:scene/waivers', { params: { scene } });
  targets = (project: string) =>
    this.#ask.json('GET /api/projects/:project/targets', { params: { project } }).pipe(map((r) => r.targets));
  targetRevisions = (project: string, target: number) =>
    this.#ask
      .json('GET /api/projects/:project/targets/:target/revisions', { params: { project, target } })
      .pipe(map((r) => r.revisions));
  saveTarget = (project: string, body: Sent<'PUT /api/projects/:project/targets'>['body']) =>
    this.#ask.json('PUT /api/projects/:project/targets', { params: { project }, body });
  tryTarget = (project: string, body: Sent<'POST /api/projects/:project/targets/try'>['body']) =>
    this.#ask.json('POST /api/projects/:project/targets/try', { params: { project }, body });
  deleteTarget = (project: string, target: number) =>
    this.#ask.json('DELETE /api/projects/:project/targets/:target', { params: { project, target } });
  trends = (project: string, query: { readonly days: number; readonly scene?: number }) =>
    this.#ask.json('GET /api/projects/:project/trends', { params: { project }, query });
  projectWaivers = (project: string) =>
    this.#ask.json('GET /api/projects/:project/waivers', { params: { project } }).pipe(map((r) => r.waivers));
  waive = (scene: number, body: Sent<'POST /api/scenes/:scene/waivers'>['body']) =>
    this.#ask.json('POST /api/scenes/:scene/waivers', { params: { scene }, body });
  decideWaiver = (
    scene: number,
    waiver: number,
    body: Sent<'PUT /api/scenes/:scene/waivers/:waiver'>['body'],
  ) => this.#ask.json('PUT /api/scenes/:scene/waivers/:waiver', { params: { scene, waiver }, body });

  recipes = (project: string) =>
    this.#ask.json('GET /api/projects/:project/recipes', { params: { project } }).pipe(map((r) => r.recipes));
  saveRecipe = (project: string, recipe: Recipe) =>
    this.#ask.json('PUT /api/projects/:project/recipes', { params: { project }, body: { recipe } });
  deleteRecipe = (project: string, recipe: number) =>
    this.#ask.json('DELETE /api/projects/:project/recipes/:recipe', { params: { project, recipe } });
  nearWord = (project: string, word: string) =>
    this.#ask.json('GET /api/projects/:project/words/near', { params: { project }, query: { word } });
  wordUse = (project: string, word: string) =>
    this.#ask.json('GET /api/projects/:project/words', { params: { project }, query: { word } });
  renameWord = (project: string, body: Sent<'POST /api/projects/:project/words/rename'>['body']) =>
    this.#ask.json('POST /api/projects/:project/words/rename', { params: { project }, body });
  /** The whole scene as it is now, in the format that it came in. */
  copy = (scene: number, as: 'own' | 'listing') =>
    this.#ask.download('GET /api/scenes/:scene/copy', { params: { scene }, query: { as } });
  changeList = (
    scene: number,
    query: { readonly from: number; readonly to: number; readonly as: 'json' | 'csv' },
  ) => this.#ask.bytes('GET /api/scenes/:scene/change-list', { params: { scene }, query });
  handoffs = (scene: number) =>
    this.#ask.json('GET /api/scenes/:scene/handoffs', { params: { scene } }).pipe(map((r) => r.handoffs));
  handoffChanges = (handoff: number) =>
    this.#ask.json('GET /api/handoffs/:handoff/changes', { params: { handoff } });
  receivers = (project: string) =>
    this.#ask
      .json('GET /api/projects/:project/receivers', { params: { project } })
      .pipe(map((r) => r.receivers));
  deliver = (handoff: number, receiver: string) =>
    this.#ask.json('POST /api/handoffs/:handoff/deliveries', { params: { handoff }, body: { receiver } });
  receipts = (handoff: number, receiver: string) =>
    this.#ask.json('GET /api/handoffs/:handoff/receipts/:receiver', { params: { handoff, receiver } });
  decide = (handoff: number, body: Sent<'POST /api/handoffs/:handoff/decisions'>['body']) =>
    this.#ask.json('POST /api/handoffs/:handoff/decisions', { params: { handoff }, body });
  heard = (scene: number, target: string) =>
    this.#ask
      .json('GET /api/scenes/:scene/heard', { params: { scene }, query: { target } })
      .pipe(map((r) => r.heard));
  handOff = (scene: number, body: Sent<'POST /api/scenes/:scene/handoffs'>['body']) =>
    this.#ask.json('POST /api/scenes/:scene/handoffs', { params: { scene }, body });
}
