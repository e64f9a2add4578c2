import { Dialog } from '@angular/cdk/dialog';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { rxResource, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideSearch, lucideTrash2, lucideUpload } from '@ng-icons/lucide';
import { catchError, debounceTime, of, switchMap } from 'rxjs';
import { ProjectNav } from '../shell/project-nav';
import { ProjectCrumb } from '../shell/project-crumb';
import { TopBar } from '../shell/top-bar';
import { Api } from '../state/api';
import type { FoundObject, LibraryInfo, SceneSummary } from '@renquil/api';
import { Commands } from '../state/commands';
import { UnsentStores } from '../state/saving/change-store';
import { Session } from '../state/session';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { CountPipe } from '../ui/count';
import { lastOf } from '../ui/last-of';
import { LoadState } from '../ui/load-state';
import { KindIcon } from '../ui/kind-icon';
import { BringIn } from './bring-in';
import { BringList } from './bring-list';
import { BinSheet } from './bin-sheet';
import { filesFromDrop, filesFromList } from './dropped-files';
import { JobList } from './job-list';
import { libraryTitle } from './library-title';
import { SceneTable } from './scene-table';
import { TrendChart } from './trend-chart';

/** The project's scenes and how each stands. */
@Component({
  selector: 'rq-library',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AgoPipe,
    BringList,
    CountPipe,
    JobList,
    KindIcon,
    LoadState,
    NgIcon,
    ProjectCrumb,
    ProjectNav,
    RouterLink,
    SceneTable,
    TopBar,
    TrendChart,
  ],
  providers: [BringIn],
  viewProviders: [provideIcons({ lucideSearch, lucideTrash2, lucideUpload })],
  templateUrl: './library.html',
  host: {
    class: 'flex h-full flex-col',
    '(dragover)': 'over($event)',
    '(dragleave)': 'leave($event)',
    '(drop)': 'drop($event)',
  },
})
export class Library {
  readonly #api = inject(Api);
  readonly #dialog = inject(Dialog);
  readonly #toasts = inject(ToastList);
  readonly #stores = inject(UnsentStores);
  readonly #account = inject(Session);
  /** Scenes in which edits of this person wait in this browser, and how many. */
  readonly unsent = signal<ReadonlyMap<number, number>>(new Map());
  readonly bring = inject(BringIn);
  readonly project = input.required<string>();
  readonly page = rxResource({
    params: () => this.project(),
    stream: ({ params }) => this.#api.library(params),
  });
  readonly info = lastOf<LibraryInfo>(this.page, this.project);
  readonly dragging = signal(false);
  readonly search = signal('');
  readonly mayEdit = computed(() => {
    const { role = 'viewer', project } = this.info() ?? {};
    return role !== 'viewer' && !project?.archived;
  });
  readonly title = computed(() => (this.info() ? libraryTitle(this.info()!.scenes) : ''));
  readonly most = computed(() => Math.max(1, ...(this.info()?.mostWrong ?? []).map((one) => one.count)));
  readonly found = toSignal(
    toObservable(this.search).pipe(
      debounceTime(150),
      switchMap((text) =>
        text.trim() ? this.#api.search(this.project(), text.trim()).pipe(catchError(() => of([]))) : of(null),
      ),
    ),
    { initialValue: null as FoundObject[] | null },
  );

  constructor() {
    effect(() => {
      if (this.page.hasValue()) void this.#countUnsent();
    });
    effect(() => {
      if (this.bring.came()) untracked(() => this.page.reload());
    });
    // Standings are worked out a moment after a change; look again until they are.
    const timer = setInterval(() => {
      // After a failure nobody is told of it again and again: a person tries again.
      const waits = this.info()?.scenes.some((scene) => !scene.judged);
      if (waits && !this.page.error()) this.page.reload();
    }, 1500);
    const remove = inject(Commands).add(() => [
      ...(this.info()?.scenes ?? []).map((scene) => ({
        id: `scene-${scene.id}`,
        title: `Open ${scene.name}`,
        run: () => document.querySelector<HTMLElement>(`[data-scene="${scene.id}"]`)?.click(),
      })),
      {
        id: 'bring-in',
        title: 'Bring in a scene',
        off: () => !this.mayEdit(),
        run: () => document.querySelector<HTMLElement>('[data-bring-in]')?.click(),
      },
      { id: 'bin', title: 'Open the bin', run: () => this.openBin() },
    ]);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(timer);
      remove();
    });
  }
  async #countUnsent(): Promise<void> {
    const account = this.#account.info()?.account.id ?? 0;
    this.unsent.set(await this.#stores.scenes(account).catch(() => new Map<number, number>()));
  }
  openBin(): void {
    const data = { project: this.project(), role: this.info()?.role ?? 'viewer' };
    const ref = this.#dialog.open<boolean>(BinSheet, { ariaLabel: 'The bin', data });
    ref.closed.subscribe(() => this.page.reload());
  }
  binScene({ id, name }: SceneSummary): void {
    this.#api.binScene(id).subscribe({
      next: () => {
        this.#toasts.say(`${name} is in the bin. It can be taken out again.`);
        this.page.reload();
      },
      error: (error: unknown) => this.#toasts.complain(error),
    });
  }
  over(event: DragEvent): void {
    if (!this.mayEdit() || !event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.dragging.set(true);
  }
  leave(event: DragEvent): void {
    if (event.relatedTarget === null) this.dragging.set(false);
  }
  async drop(event: DragEvent): Promise<void> {
    event.preventDefault();
    this.dragging.set(false);
    if (this.mayEdit() && event.dataTransfer)
      await this.bring.start(this.project(), await filesFromDrop(event.dataTransfer));
  }
  choose(field: HTMLInputElement): void {
    if (field.files) void this.bring.start(this.project(), filesFromList(field.files));
    field.value = '';
  }
}
