import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { conventionDifferences } from '@renquil/core/names';
import { forkJoin } from 'rxjs';
import { Api } from '../state/api';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { Doing } from '../ui/doing';
import { ConventionDraft } from './convention-draft';
import { ProjectConventions } from './project-conventions';

/** Which scenes are held to a convention, and what its revisions changed. */
@Component({
  selector: 'rq-convention-uses',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe],
  template: `
    <h2 class="text-head font-bold">Used by</h2>
    <p class="mt-2 flex min-h-7 flex-wrap items-center gap-3 text-small" data-testid="standard">
      @if (draft.isStandard()) {
        Scenes that are brought in are held to this one.
      } @else if (draft.mayBeStandard()) {
        <button
          type="button"
          class="btn !h-6"
          data-testid="make-standard"
          [disabled]="doing.busy()"
          (click)="makeStandard()"
        >
          Hold scenes that are brought in to this
        </button>
        <span class="text-ink-2">now: {{ conventions.standardName() }}</span>
      } @else {
        <span class="text-ink-2"
          >Scenes that are brought in are held to {{ conventions.standardName() }}.</span
        >
      }
    </p>
    <table class="mt-2 w-full text-small">
      @for (one of draft.trial.tried(); track one.id) {
        <tr class="border-b border-line">
          <td class="py-1.5 font-mono">{{ one.name }}</td>
          <td class="text-ink-2">{{ one.convention }}{{ one.revision ? ', rev ' + one.revision : '' }}</td>
          <td class="text-right">
            @if (conventions.isLead() && (draft.shipped() !== null || draft.info()?.revision)) {
              <button type="button" class="btn !h-6" (click)="hold(one.id)">
                Hold it to this{{ draft.info()?.revision ? ', rev ' + draft.info()!.revision : '' }}
              </button>
            }
          </td>
        </tr>
      } @empty {
        <tr>
          <td class="py-1.5 text-ink-2">No scenes yet.</td>
        </tr>
      }
    </table>
    <h2 id="section-revisions" class="scroll-mt-4 pt-5 text-head font-bold">Revisions</h2>
    <ol class="mt-2 text-small">
      @for (one of draft.info()?.revisions; track one.revision) {
        <li class="border-b border-line py-1.5">
          <strong>rev {{ one.revision }}</strong> {{ one.note || 'without a note' }}
          <span class="text-ink-2">{{ one.author }}, {{ one.at | ago }}</span>
          <button type="button" class="btn !h-6" (click)="compare(one.revision)">What changed</button>
          @if (compared()?.revision === one.revision) {
            <ul class="mt-1 ml-4 list-disc">
              @for (line of compared()!.lines; track line) {
                <li>{{ line }}</li>
              } @empty {
                <li class="list-none text-ink-2">{{ one.revision === 1 ? 'The first one.' : 'Nothing.' }}</li>
              }
            </ul>
          }
        </li>
      } @empty {
        <li class="text-ink-2">
          {{ draft.shipped() !== null ? 'It changes with Renquil only.' : 'Never published yet.' }}
        </li>
      }
    </ol>
  `,
  host: { class: 'block' },
})
export class ConventionUses {
  readonly conventions = inject(ProjectConventions);
  readonly draft = inject(ConventionDraft);
  readonly #api = inject(Api);
  readonly #toasts = inject(ToastList);
  readonly doing = new Doing((error) => this.#toasts.complain(error));
  /** What a revision changed against the one before it. */
  readonly compared = signal<{ readonly revision: number; readonly lines: readonly string[] } | null>(null);

  makeStandard(): Promise<boolean> {
    const shipped = this.draft.shipped();
    const to = shipped !== null ? { shipped } : { convention: this.draft.info()!.id };
    return this.doing.run(
      () => this.#api.chooseStandard(this.draft.project(), to),
      ({ name }) => {
        this.conventions.asked.reload();
        this.#toasts.say(`Scenes that are brought in are held to ${name} from now on.`);
      },
    );
  }
  hold(scene: number): Promise<boolean> {
    const info = this.draft.info();
    const to = info ? { convention: info.id } : { shipped: this.draft.shipped()! };
    return this.doing.run(
      () => this.#api.holdScene(scene, to),
      async () => {
        this.conventions.asked.reload();
        if (info) await this.draft.open(info.id);
        else this.draft.trial.now();
      },
    );
  }
  async compare(revision: number): Promise<void> {
    const info = this.draft.info();
    if (!info) return;
    if (revision === 1) return this.compared.set({ revision, lines: [] });
    const read = (one: number) => this.#api.conventionRevision(this.draft.project(), info.id, one);
    await this.doing.run(
      () => forkJoin([read(revision - 1), read(revision)]),
      ([before, after]) => this.compared.set({ revision, lines: conventionDifferences(before, after) }),
    );
  }
}
