import { computed, inject, Injectable, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { firstValueFrom } from 'rxjs';
import { Api } from '../../state/api';
import type { HandoffInfo, JobInfo, TargetInfo } from '@renquil/api';
import type { Target } from '@renquil/core/targets';
import { ownFormatOf } from '@renquil/formats';
import { Jobs } from '../../state/jobs';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { lastOf } from '../../ui/last-of';
import { saveFile } from '../../ui/save-file';

/** Packages of the open scene: those made, and the one being made. */
@Injectable()
export class HandoffState {
  readonly #api = inject(Api);
  readonly #jobs = inject(Jobs);
  readonly #open = inject(OpenScene);
  readonly #toasts = inject(ToastList);
  readonly made = rxResource({
    params: () => this.#open.info()?.scene.id,
    stream: ({ params }) => this.#api.handoffs(params),
  });
  readonly handoffs = lastOf<readonly HandoffInfo[]>(this.made, () => this.#open.info()?.scene.id);
  readonly listed = rxResource({
    params: () => this.#open.info()?.project.slug,
    stream: ({ params }) => this.#api.targets(params),
  });
  readonly targets = lastOf<readonly TargetInfo[]>(this.listed, () => this.#open.info()?.project.slug);
  /** The key that a person chose here; null: the scene's usual one, that it was handed off to last. */
  readonly #chosen = signal<string | null>(null);
  readonly key = computed(() => {
    const wanted = this.#chosen() ?? this.handoffs()?.[0]?.targetKey ?? '';
    return wanted === '' || this.targets()?.some(({ key }) => key === wanted) ? wanted : '';
  });
  readonly target = computed<Target | null>(
    () => this.targets()?.find(({ key }) => key === this.key())?.target ?? null,
  );
  readonly job = signal<JobInfo | null>(null);
  readonly working = signal(false);
  readonly error = signal('');

  choose(key: string): void {
    this.#chosen.set(key);
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
          target: this.key(),
          id: crypto.randomUUID(),
        }),
      );
      await firstValueFrom(this.#jobs.follow(job, (now) => this.job.set(now)));
      this.made.reload();
      this.#toasts.say('The package is ready and was read back.');
    } catch (error) {
      this.error.set((error as Error).message);
    } finally {
      this.working.set(false);
      this.job.set(null);
    }
  }
  /** The scene as it is on the server once all that was done here is there. */
  async workCopy(as: 'own' | 'glb' | 'listing' = 'own'): Promise<void> {
    try {
      await this.#open.settled();
      const { id, name, sourceName } = this.#open.info()!.scene;
      // What a format cannot hold is said here: a link that is followed could not say it.
      const own = as === 'own' ? ownFormatOf(sourceName) : as === 'listing' ? ownFormatOf('.json') : null;
      if (own) {
        const { body, headers } = await firstValueFrom(
          this.#api.copy(id, as === 'listing' ? 'listing' : 'own'),
        );
        const type = headers.get('Content-Type') ?? own.type;
        saveFile(`${name}${type === 'application/zip' ? '.zip' : own.ending}`, body!, type);
        const left = headers.get('Renquil-Left');
        if (left) this.#toasts.say(decodeURIComponent(left));
        return;
      }
      const link = document.createElement('a');
      link.href = `/api/scenes/${id}/copy?as=${as}`;
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
