import { ChangeDetectionStrategy, Component, effect, inject, signal, untracked } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import type { HistoryLine, VersionInfo } from '@renquil/api';
import { OpenScene } from '../state/open-scene';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { CountPipe } from '../ui/count';
import { Tip } from '../ui/tip';

/** Numbered versions at the left, everything that was done at the right, newest first. */
@Component({
  selector: 'rq-history-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, CountPipe, Tip],
  templateUrl: './history-step.html',
  host: { class: 'grid min-h-0 flex-1 grid-cols-[1fr_1fr] gap-6 overflow-y-auto px-5.5 py-4.5' },
})
export class HistoryStep {
  readonly #api = inject(Api);
  readonly open = inject(OpenScene);
  readonly #toasts = inject(ToastList);
  readonly versions = signal<readonly VersionInfo[] | null>(null);
  readonly lines = signal<readonly HistoryLine[] | null>(null);
  readonly more = signal(false);
  readonly error = signal('');
  readonly busy = signal(false);

  constructor() {
    effect(() => {
      this.open.revision();
      this.open.info();
      untracked(() => void this.load());
    });
  }
  async load(): Promise<void> {
    const id = this.open.info()!.scene.id;
    try {
      const [versions, lines] = await Promise.all([
        firstValueFrom(this.#api.versions(id)),
        firstValueFrom(this.#api.history(id)),
      ]);
      this.versions.set(versions);
      this.lines.set(lines);
      this.more.set(lines.length === 100);
    } catch (error) {
      this.error.set((error as Error).message);
    }
  }
  async older(): Promise<void> {
    const last = this.lines()?.at(-1);
    if (!last) return;
    try {
      const older = await firstValueFrom(this.#api.history(this.open.info()!.scene.id, last.revision));
      this.lines.update((lines) => [...(lines ?? []), ...older]);
      this.more.set(older.length === 100);
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  /** Back to a version, as a change of its own: what came after stays in the history and can be come back to. */
  async restore(version: VersionInfo): Promise<void> {
    this.busy.set(true);
    try {
      await this.open.settled();
      const { edits, revision } = await firstValueFrom(
        this.#api.restore(this.open.info()!.scene.id, version.number, {
          id: crypto.randomUUID(),
          base: this.open.revision(),
        }),
      );
      if (edits.length) this.open.took(revision);
      this.#toasts.say(
        edits.length
          ? `The scene is as it was in version ${version.number}. Undo takes it back.`
          : `Nothing differs from version ${version.number}.`,
      );
    } catch (error) {
      this.#toasts.complain(error);
    } finally {
      this.busy.set(false);
    }
  }
}
