import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { rxResource, takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { catchError, distinctUntilChanged, EMPTY, firstValueFrom, switchMap } from 'rxjs';
import type { Decision, DeliveryInfo, HandoffInfo, JobInfo } from '@renquil/api';
import { planRename } from '@renquil/core/plans';
import { asItIs, type Heard, type HeardChange } from '@renquil/core/targets';
import { Analysis } from '../../state/analysis';
import { Api } from '../../state/api';
import { Jobs } from '../../state/jobs';
import { OpenScene } from '../../state/open-scene';
import { throughSilence } from '../../state/through-silence';
import { ToastList } from '../../state/toast-list';
import { count } from '../../ui/count';
import { lastOf } from '../../ui/last-of';
import { HandoffState } from './handoff-state';

/** Who packages go to, where they stand on their way, and what came back. */
@Injectable()
export class ReceiverState {
  readonly #api = inject(Api);
  readonly #jobs = inject(Jobs);
  readonly open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly #toasts = inject(ToastList);
  readonly #handoff = inject(HandoffState);
  readonly listed = rxResource({
    params: () => this.open.info()?.project.slug,
    stream: ({ params }) => this.#api.receivers(params),
  });
  readonly receivers = computed(() => (this.listed.hasValue() ? this.listed.value() : []));
  readonly #chosen = signal<string | null>(null);
  /** The one chosen here, else the one that a package of this scene went to last, else the first. */
  readonly title = computed(() => {
    const last = this.#handoff.handoffs()?.find(({ deliveries }) => deliveries.length)
      ?.deliveries[0]?.receiver;
    const wanted = this.#chosen() ?? last;
    const all = this.receivers();
    return (all.find(({ title }) => title === wanted) ?? all[0])?.title ?? null;
  });
  readonly page = computed(() => this.receivers().find(({ title }) => title === this.title())?.page ?? null);
  readonly latest = computed(() => this.#handoff.handoffs()?.[0] ?? null);
  readonly delivery = computed(() => this.#of(this.latest()));
  /** The newest package before this one that the receiver answered. */
  readonly before = computed(() => {
    for (const made of this.#handoff.handoffs()?.slice(1) ?? []) {
      const delivery = this.#of(made);
      if (delivery?.answer) return { made, delivery };
    }
    return null;
  });
  /** Of the package whose receipt counts now: this one's, else the one before. */
  readonly answered = computed(() => {
    const [made, delivery] = [this.latest(), this.delivery()];
    return made && delivery?.answer ? { made, delivery } : this.before();
  });
  /** What was answered and settled, as far as the list of packages knows: an event may be missed, the list may be late. */
  readonly #answers = computed(() =>
    (this.#handoff.handoffs() ?? [])
      .flatMap(({ id, deliveries }) =>
        deliveries.map((one) => `${id} ${one.receiver} ${one.receipts} ${one.settled}`),
      )
      .join('\n'),
  );
  readonly heardNow = rxResource({
    params: () => {
      const scene = this.open.info()?.scene.id;
      const news = [this.open.receiptsTick(), this.#answers()] as const;
      return scene === undefined ? undefined : { scene, key: this.#handoff.key(), news };
    },
    stream: ({ params }) => this.#api.heard(params.scene, params.key).pipe(throughSilence()),
  });
  readonly heard = lastOf<Heard | null>(this.heardNow, () => this.#handoff.key());
  readonly job = signal<JobInfo | null>(null);
  readonly asking = signal(false);

  constructor() {
    effect(() => {
      const [target, heard] = [this.#handoff.target(), this.heard()];
      untracked(() => this.#analysis.aim(target, heard ?? null));
    });
    effect(() => {
      if (this.open.receiptsTick()) untracked(() => this.#handoff.made.reload());
    });
    inject(DestroyRef).onDestroy(() => this.#analysis.aim(null));
    // A sending goes on however often the page is opened anew.
    toObservable(computed(() => this.delivery()?.job ?? null))
      .pipe(
        distinctUntilChanged(),
        switchMap((job) => {
          this.job.set(null);
          return job === null ? EMPTY : this.#follow(job);
        }),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.#handoff.made.reload());
  }
  #of(made: HandoffInfo | null): DeliveryInfo | null {
    return made?.deliveries.find(({ receiver }) => receiver === this.title()) ?? null;
  }
  #follow(job: number): ReturnType<Jobs['follow']> {
    return this.#jobs
      .follow(job, (now) => this.job.set(now))
      .pipe(
        catchError((error: unknown) => {
          // Why stands at the delivery itself, but where an answer stands that came before.
          if (this.delivery()?.answer) this.#toasts.complain(error);
          this.#handoff.made.reload();
          return EMPTY;
        }),
      );
  }
  choose(title: string): void {
    this.#chosen.set(title);
  }
  /** Sends the package, or asks again whether there is more to say of it. */
  async send(): Promise<void> {
    const [made, title] = [this.latest(), this.title()];
    if (!made || title === null) return;
    this.asking.set(true);
    try {
      await firstValueFrom(this.#api.deliver(made.id, title));
      this.#handoff.made.reload();
    } catch (error) {
      this.#toasts.complain(error);
    } finally {
      this.asking.set(false);
    }
  }
  cancel(): void {
    const job = this.delivery()?.job ?? null;
    if (job === null) return;
    this.#api.cancelJob(job).subscribe({
      next: () => this.#handoff.made.reload(),
      error: (error: unknown) => this.#toasts.complain(error),
    });
  }
  /** Their names as an edit: what does not arrive there, or is gone here, stays as it is. Returns how many. @throws Error when the edit is refused */
  take(changes: readonly HeardChange[], receiver: string): number {
    const names = new Map(
      changes.flatMap(({ object, arrived }) =>
        arrived !== null && this.open.scene.find(object) ? [[object, arrived] as const] : [],
      ),
    );
    const edits = planRename(this.open.scene, names);
    const label = `Take ${count(edits.length, 'name')} of ${receiver}`;
    if (edits.length && !this.open.apply(label, edits))
      throw new Error('These names cannot be taken over now.');
    return edits.length;
  }
  /** The target learns what they say of the receiver, and is kept. Returns what it learned, in words; empty: nothing. */
  async tell(changes: readonly HeardChange[], receiver: string): Promise<readonly string[]> {
    const info = this.open.info()!;
    const known = this.#handoff.targets()?.find(({ key }) => key === this.#handoff.key());
    const taught = await this.#analysis.teach(known?.target ?? asItIs, changes);
    if (!taught?.says.length) return [];
    // The scene as it is becomes a target of the receiver's name.
    const target = known ? taught.target : { ...taught.target, title: receiver };
    const note = `as ${receiver} changed it: ${taught.says.join('; ')}`.slice(0, 1000);
    const base =
      known?.revision ?? this.#handoff.targets()?.find((one) => one.target.title === receiver)?.revision ?? 0;
    const kept = await firstValueFrom(this.#api.saveTarget(info.project.slug, { target, base, note }));
    this.#handoff.listed.reload();
    this.#handoff.choose(String(kept.id));
    return taught.says;
  }
  decide(
    made: number,
    receiver: string,
    objects: readonly number[],
    what: Decision['what'],
  ): Promise<unknown> {
    return firstValueFrom(this.#api.decide(made, { receiver, objects, what }));
  }
}
