import { inject, Injectable, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../../state/api';
import type { HandoffInfo, JobInfo } from '@renquil/api';
import { Jobs } from '../../state/jobs';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';

/** Packages of the open scene: those made, and the one being made. */
@Injectable()
export class HandoffState {
  readonly #api = inject(Api);
  readonly #jobs = inject(Jobs);
  readonly #open = inject(OpenScene);
  readonly #toasts = inject(ToastList);
  readonly handoffs = signal<readonly HandoffInfo[] | null>(null);
  readonly job = signal<JobInfo | null>(null);
  readonly working = signal(false);
  readonly error = signal('');

  async load(): Promise<void> {
    try {
      this.handoffs.set(await firstValueFrom(this.#api.handoffs(this.#open.info()!.scene.id)));
    } catch (error) {
      this.error.set((error as Error).message);
    }
  }
  async handOff(reason: string | null): Promise<void> {
    this.working.set(true);
    this.error.set('');
    try {
      // What is still on its way to the server must be in the package.
      await this.#open.settled();
      const { job } = await firstValueFrom(
        this.#api.handOff(this.#open.info()!.scene.id, {
          revision: this.#open.revision(),
          reason,
          id: crypto.randomUUID(),
        }),
      );
      await firstValueFrom(this.#jobs.follow(job, (now) => this.job.set(now)));
      await this.load();
      this.#toasts.say('The package is ready and was read back.');
    } catch (error) {
      this.error.set((error as Error).message);
    } finally {
      this.working.set(false);
      this.job.set(null);
    }
  }
  /** The scene as it is on the server once all that was done here is there. */
  async workCopy(): Promise<void> {
    try {
      await this.#open.settled();
      const link = document.createElement('a');
      link.href = `/api/scenes/${this.#open.info()!.scene.id}/copy`;
      link.download = '';
      link.click();
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  cancel(): void {
    const job = this.job();
    if (job)
      this.#api.cancelJob(job.id).subscribe({ error: (error: unknown) => this.#toasts.complain(error) });
  }
}
