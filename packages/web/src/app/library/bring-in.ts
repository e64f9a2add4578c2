import { HttpEventType } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import { ownFormatOf } from '@renquil/formats';
import { piecesFrom, sendInPieces } from '../state/send-in-pieces';
import { throughSilence } from '../state/through-silence';
import type { Subscription } from 'rxjs';
import { Api } from '../state/api';
import { Jobs } from '../state/jobs';
import { ToastList } from '../state/toast-list';
import type { PickedFile } from './dropped-files';
import { sortFiles, type SceneFiles } from './scene-files';
import { unpackZips } from './unpack-zips';

/** A scene that is brought in, and how far it is. */
export interface Bringing {
  readonly key: number;
  readonly what: string;
  readonly state: 'waiting' | 'busy' | 'done' | 'failed' | 'cancelled';
  readonly stage: string;
  readonly done: number;
  readonly total: number;
  /** What became of it, or why it stayed out. */
  readonly text: string;
  /** What goes back into its format, where that is not all; empty: all. */
  readonly holds: string;
  /** 0: none yet. */
  readonly scene: number;
}
interface Waiting {
  readonly key: number;
  readonly project: string;
  readonly files: readonly PickedFile[];
}

/** Scenes one after another, from the first byte to the library, with a way out at every moment. */
@Injectable()
export class BringIn {
  readonly #api = inject(Api);
  readonly #jobs = inject(Jobs);
  readonly #toasts = inject(ToastList);
  readonly #router = inject(Router);
  readonly rows = signal<readonly Bringing[]>([]);
  readonly now = computed(() => this.rows().find(({ state }) => state === 'busy') ?? null);
  /** The job that reads the one that is on its way; 0: none yet. */
  readonly job = signal(0);
  /** How many came in, so that the library looks again. */
  readonly came = signal(0);
  readonly #waiting: Waiting[] = [];
  #upload: Subscription | null = null;
  #key = 0;
  /** Alone, a scene is opened once it is in; of several the list says how each went. */
  #isAlone = true;

  async start(project: string, picked: readonly PickedFile[]): Promise<void> {
    if (!picked.length) return;
    if (!this.rows().some(({ state }) => state === 'busy' || state === 'waiting')) this.rows.set([]);
    try {
      const { scenes, rest } = await sortFiles(await unpackZips(picked));
      this.#isAlone = scenes.length === 1 && !this.now() && !this.#waiting.length;
      for (const scene of scenes) this.#queue(project, scene);
      if (rest.length)
        this.#toasts.say(
          `${rest.length === 1 ? 'One file belongs' : `${rest.length} files belong`} to no scene and stayed out: ${rest
            .slice(0, 3)
            .map(({ path }) => path)
            .join(', ')}${rest.length > 3 ? ', and more' : ''}.`,
        );
    } catch (error) {
      const what = picked[0]!.path;
      this.#add({ ...fresh, key: ++this.#key, what, state: 'failed', text: (error as Error).message });
    }
    this.#next();
  }
  cancel(key: number): void {
    const at = this.#waiting.findIndex((one) => one.key === key);
    if (at >= 0) {
      this.#waiting.splice(at, 1);
      return this.#set(key, { state: 'cancelled', text: 'It was cancelled.' });
    }
    if (this.now()?.key !== key) return;
    if (this.job())
      return void this.#api
        .cancelJob(this.job())
        .subscribe({ error: (error: unknown) => this.#toasts.complain(error) });
    this.#upload?.unsubscribe();
    this.#set(key, { state: 'cancelled', text: 'It was cancelled.' });
    this.#end();
  }
  putAway(key: number): void {
    this.rows.update((rows) => rows.filter((row) => row.key !== key));
  }

  #queue(project: string, { main, beside }: SceneFiles): void {
    const key = ++this.#key;
    const files = [main, ...beside];
    const what = main.path + (beside.length ? ` and ${beside.length} more` : '');
    const own = ownFormatOf(main.path);
    const holds = own ? `Goes back into ${own.ending}: ${own.holds}` : '';
    this.#waiting.push({ key, project, files });
    this.#add({ ...fresh, key, what, holds });
  }
  #next(): void {
    if (this.now()) return;
    const next = this.#waiting.shift();
    if (!next) return;
    const { key, project, files } = next;
    this.#set(key, { state: 'busy', stage: 'Sending' });
    // One request, however often the line is cut: the server knows it by its id.
    const request = crypto.randomUUID();
    if (files.reduce((sum, { file }) => sum + file.size, 0) >= piecesFrom)
      return void (this.#upload = this.#inPieces(next, request));
    this.#upload = this.#api
      .bringIn(project, files, request)
      .pipe(throughSilence(mostSends))
      .subscribe({
        next: (event) => {
          if (event.type === HttpEventType.UploadProgress)
            this.#set(key, { stage: 'Sending', done: event.loaded, total: event.total ?? 0 });
          if (event.type === HttpEventType.Response) this.#follow(event.body!.job, key);
        },
        error: (error: Error) => this.#fail(key, error),
      });
  }
  #inPieces({ key, project, files }: Waiting, request: string): Subscription {
    return sendInPieces(this.#api, project, files, { request }).subscribe({
      next: ({ loaded, total, isCut, job }) => {
        const stage = isCut ? 'The line is cut: it goes on where it was' : 'Sending';
        this.#set(key, { stage, done: loaded, total });
        if (job !== null) this.#follow(job, key);
      },
      error: (error: Error) => this.#fail(key, error),
    });
  }
  #follow(job: number, key: number): void {
    this.job.set(job);
    this.#jobs
      .follow(job, ({ stage, done, total }) => this.#set(key, { stage: stage || 'Waiting', done, total }))
      .subscribe({
        next: ({ result }) => {
          const { scene, name, objects, note } = result!;
          const text = `${name} is in: ${objects} objects. ${note ?? ''}`.trim();
          this.#set(key, { state: 'done', text, scene: scene! });
          if (this.#isAlone) {
            this.#toasts.say(text);
            this.putAway(key);
            void this.#router.navigate(['/scenes', scene, 'name']);
          }
          this.came.update((n) => n + 1);
          this.#end();
        },
        error: (error: Error) => this.#fail(key, error),
      });
  }
  #fail(key: number, error: Error): void {
    this.#set(key, { state: 'failed', text: error.message });
    this.#end();
  }
  #end(): void {
    this.job.set(0);
    this.#upload = null;
    this.#next();
  }
  #add(row: Bringing): void {
    this.rows.update((rows) => [...rows, row]);
  }
  #set(key: number, change: Partial<Bringing>): void {
    this.rows.update((rows) => rows.map((row) => (row.key === key ? { ...row, ...change } : row)));
  }
}
/** A file that is not there any more is silent too, and a big one is not sent for ever: half a minute of silence. */
const mostSends = 8;
const fresh = {
  state: 'waiting',
  stage: 'Waits its turn',
  done: 0,
  total: 0,
  text: '',
  holds: '',
  scene: 0,
} as const;
