import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { Api } from '../state/api';
import type { Edit } from '@renquil/core/edits';
import { mainRoot } from '@renquil/core/scene';
import { skeletonKey } from '@renquil/core/templates';
import type { FittedConvention } from '@renquil/api';
import { OpenScene } from '../state/open-scene';
import { ToastList } from '../state/toast-list';
import { CountPipe, count } from '../ui/count';
import { Doing } from '../ui/doing';
import { byFit, isHeld } from './fit-order';

/** The shipped convention of humanoid bones, and the standard of skeletons, by their one id. */
const avatarBones = 'vrm-1.0';

/**
 * Which convention the names of a scene fit, asked where nobody has settled yet what it is held to: to hold it to that, to
 * learn one from it, or to leave it.
 */
@Component({
  selector: 'rq-fit-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe],
  template: `
    <section
      class="flex min-h-[40px] flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-line bg-picked px-3.5 py-1.5"
      aria-label="Which convention fits"
      data-testid="fit-strip"
    >
      <p class="min-w-0 flex-1 basis-80" role="status" data-testid="fit-says">{{ says() }}</p>
      @if (failure()) {
        <button type="button" class="btn" (click)="asked.reload()">Try again</button>
      }
      @if (best(); as to) {
        <button
          type="button"
          class="btn btn-main"
          data-testid="fit-hold"
          [disabled]="doing.busy()"
          (click)="hold(to)"
        >
          Hold it to {{ to.name }}
        </button>
      }
      @if (ranked().length) {
        <select
          #choice
          class="field max-w-56"
          aria-label="Hold it to another convention"
          data-testid="fit-other"
          [disabled]="doing.busy()"
          (change)="holdTo(choice)"
        >
          <option value="">another…</option>
          @for (one of ranked(); track $index) {
            @if (!held(one)) {
              <option [value]="$index">
                {{ one.name }}: {{ one.fits | count }} of {{ one.objects | count }}
              </option>
            }
          }
        </select>
      }
      @if (mayLearn()) {
        <button type="button" class="btn" data-testid="fit-learn" (click)="learn.emit()">
          Learn from this scene
        </button>
      }
      <button
        type="button"
        class="btn btn-bare"
        data-testid="fit-leave"
        [disabled]="doing.busy()"
        (click)="leave()"
      >
        {{ isAsked() ? 'Put away' : 'Leave it' }}
      </button>
    </section>
  `,
})
export class FitStrip {
  readonly #api = inject(Api);
  readonly #toasts = inject(ToastList);
  readonly open = inject(OpenScene);
  /** Asked for, though somebody has settled it before. */
  readonly isAsked = input(false);
  readonly learn = output();
  readonly closed = output();
  readonly doing = new Doing((error) => this.#toasts.complain(error));
  readonly asked = rxResource({
    params: () => this.open.info()?.scene.id,
    stream: ({ params }) => this.#api.sceneFits(params),
  });
  readonly failure = computed(() => this.asked.error()?.message ?? '');
  readonly #fits = computed<readonly FittedConvention[]>(() =>
    this.asked.hasValue() ? this.asked.value() : [],
  );
  readonly ranked = computed(() => byFit(this.#fits(), this.open.info()?.convention));
  readonly mayLearn = computed(() => this.open.info()?.role === 'lead');
  /** The convention of humanoid bones, where the file says that it is an avatar: whatever its names are today. */
  readonly #avatar = computed(() => {
    if (!/\.vrm$/i.test(this.open.info()?.scene.sourceName ?? '')) return null;
    const bones = this.ranked().find(({ shipped }) => shipped === avatarBones);
    return bones && !this.held(bones) ? bones : null;
  });
  /** The one to offer; null while none fits more names than what it is held to. */
  readonly best = computed(() => {
    const [first] = this.ranked();
    const avatar = this.#avatar();
    if (avatar && !(first && first.fits > avatar.fits)) return avatar;
    return first && first.fits > 0 && !this.held(first) ? first : null;
  });
  readonly says = computed(() => {
    if (this.failure()) return `The names could not be read by the conventions: ${this.failure()}`;
    const [first] = this.ranked();
    if (!first) return 'Reading the names by each convention…';
    const now = this.ranked().find((one) => this.held(one));
    const held = this.open.info()!.convention.name;
    const of = `${count(first.fits)} of ${count(first.objects, 'name')}`;
    const avatar = this.#avatar();
    if (avatar && avatar === this.best())
      return `This is an avatar: ${count(avatar.fits)} of ${count(avatar.objects, 'name')} are those of ${avatar.name}. The scene is held to ${held}. Held to it, its skeleton is checked as a humanoid's too.`;
    const is = first.objects === 1 ? 'fits' : 'fit';
    if (first.fits === 0)
      return `${first.objects === 1 ? 'Its name fits' : `None of the ${count(first.objects)} names fits`} ${first.objects === 1 ? 'no' : 'a'} convention of this project. The scene is held to ${held}.`;
    if (this.held(first))
      return `${of} ${is} ${first.name}, which this scene is held to. No other fits more.`;
    return `${of} ${is} ${first.name}; ${now ? count(now.fits) : 'fewer'} ${now?.fits === 1 ? 'fits' : 'fit'} ${held}, which this scene is held to.`;
  });

  held(one: FittedConvention): boolean {
    return isHeld(one, this.open.info()?.convention);
  }
  holdTo(choice: HTMLSelectElement): void {
    const to = this.ranked()[Number(choice.value)];
    if (choice.value !== '' && to) void this.hold(to);
    choice.value = '';
  }
  async hold(to: FittedConvention): Promise<void> {
    const isAvatar = to === this.#avatar();
    await this.#settle(to.shipped === null ? { convention: to.id! } : { shipped: to.shipped });
    if (isAvatar && this.held(to)) this.#takeSkeleton();
  }
  /** What the bones of a humanoid are and where they hang is what the scene is checked by, unless its root says already. */
  #takeSkeleton(): void {
    const { scene } = this.open;
    const root = mainRoot(scene);
    if (root === null || !this.open.mayEdit() || scene.get(root).attributes[skeletonKey] !== undefined)
      return;
    const edit: Edit = { kind: 'attribute', object: root, key: skeletonKey, to: avatarBones };
    this.open.apply('Say that its skeleton is that of an avatar', [edit]);
  }
  async leave(): Promise<void> {
    if (this.isAsked()) return this.closed.emit();
    await this.#settle({ leave: true });
  }
  async #settle(
    to: { readonly convention: number } | { readonly shipped: string } | { readonly leave: true },
  ): Promise<void> {
    await this.doing.run(
      () => this.#api.holdScene(this.open.info()!.scene.id, to),
      async () => {
        await this.open.refreshInfo();
        this.closed.emit();
      },
    );
  }
}
