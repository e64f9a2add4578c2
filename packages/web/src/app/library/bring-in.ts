import { HttpEventType } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import { sceneEnding } from '@renquil/formats';
import type { Subscription } from 'rxjs';
import { Api } from '../state/api';
import { Jobs } from '../state/jobs';
import { ToastList } from '../state/toast-list';
import type { PickedFile } from './dropped-files';

/** How far something is that is being brought in. */
export interface Bringing {
  readonly what: string;
  readonly stage: string;
  readonly done: number;
  readonly total: number;
}

/** One upload at a time, from the first byte to the scene, with a way out at every moment. */
@Injectable()
export class BringIn {
  readonly #api = inject(Api);
  readonly #jobs = inject(Jobs);
  readonly #toasts = inject(ToastList);
  readonly #router = inject(Router);
  readonly now = signal<Bringing | null>(null);
  readonly error = signal<{ readonly what: string; readonly text: string } | null>(null);
  /** The job that reads it; 0: none yet. */
  readonly job = signal(0);
  #upload: Subscription | null = null;

  start(project: string, files: readonly PickedFile[]): void {
    if (this.now() || !files.length) return;
    const main = files.find(({ path }) => sceneEnding.test(path)) ?? files[0]!;
    const what = main.path + (files.length > 1 ? ` and ${files.length - 1} more` : '');
    this.error.set(null);
    this.now.set({ what, stage: 'Sending', done: 0, total: 0 });
    this.#upload = this.#api.bringIn(project, files, crypto.randomUUID()).subscribe({
      next: (event) => {
        if (event.type === HttpEventType.UploadProgress)
          this.now.set({ what, stage: 'Sending', done: event.loaded, total: event.total ?? 0 });
        if (event.type === HttpEventType.Response) this.#follow(event.body!.job, what);
      },
      error: (error: Error) => this.#fail(what, error),
    });
  }
  cancel(): void {
    this.#upload?.unsubscribe();
    if (this.job())
      this.#api.cancelJob(this.job()).subscribe({ error: (error: unknown) => this.#toasts.complain(error) });
    else this.now.set(null);
  }
  #follow(job: number, what: string): void {
    this.job.set(job);
    this.#jobs
      .follow(job, ({ stage, done, total }) => this.now.set({ what, stage: stage || 'Waiting', done, total }))
      .subscribe({
        next: ({ result }) => {
          this.#end();
          this.#toasts.say(`${result!.name} is in: ${result!.objects} objects. ${result!.note ?? ''}`.trim());
          void this.#router.navigate(['/scenes', result!.scene, 'name']);
        },
        error: (error: Error) => this.#fail(what, error),
      });
  }
  #fail(what: string, error: Error): void {
    this.#end();
    this.error.set({ what, text: error.message });
  }
  #end(): void {
    this.job.set(0);
    this.#upload = null;
    this.now.set(null);
  }
}
