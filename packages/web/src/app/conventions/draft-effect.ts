import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { saveJson } from '../ui/save-file';
import { CountPipe } from '../ui/count';
import { ConventionDraft } from './convention-draft';

/** What the convention shown does to every scene of the project, what is new in the draft, and the way to publish it. */
@Component({
  selector: 'rq-draft-effect',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, ReactiveFormsModule],
  template: `
    <h2 class="font-bold">What this {{ draft.draft() ? 'draft' : 'convention' }} would do</h2>
    <p class="mt-1 text-small text-ink-2">
      {{ draft.trial.busy() ? 'Trying it on…' : 'against what each scene is held to, on ' }}
      @if (!draft.trial.busy()) {
        {{ scenes().length | count: 'scene' }}, {{ names() | count: 'name' }}
      }
    </p>
    <div class="mt-3 flex flex-col gap-2.5" aria-hidden="true">
      @for (one of scenes(); track one.id) {
        <div>
          <div class="h-3 bg-sunk">
            <div class="h-3 bg-was" [style.width.%]="share(one.fitBefore, one.names)"></div>
          </div>
          <div class="mt-0.5 h-3 bg-sunk">
            <div class="h-3 bg-spruce dark:bg-ink" [style.width.%]="share(one.fitAfter, one.names)"></div>
          </div>
        </div>
      }
    </div>
    <table class="mt-5 w-full text-small">
      <thead>
        <tr class="border-b border-line-strong">
          <th class="th py-1">Scene</th>
          <th class="th text-right">fit now</th>
          <th class="th text-right">fit then</th>
        </tr>
      </thead>
      <tbody>
        @for (one of scenes(); track one.id) {
          <tr class="border-b border-line" data-testid="tried">
            <td class="py-1.5">
              <button
                type="button"
                class="max-w-[180px] truncate font-mono underline-offset-2 hover:underline"
                [attr.aria-expanded]="opened() === one.id"
                (click)="opened.set(opened() === one.id ? null : one.id)"
              >
                {{ one.name }}
              </button>
              <span class="block text-tiny text-ink-2"
                >{{ one.convention }}{{ one.revision ? ' rev ' + one.revision : '' }}</span
              >
            </td>
            <td class="text-right align-top font-mono">{{ one.fitBefore | count }}</td>
            <td class="text-right align-top font-mono font-semibold">{{ one.fitAfter | count }}</td>
          </tr>
          @if (opened() === one.id) {
            <tr>
              <td colspan="3" class="pb-2">
                @for (name of one.lost.slice(0, 12); track name.id) {
                  <p class="font-mono text-tiny text-block">
                    <bdi>{{ name.name }}</bdi>
                    <span class="font-sans text-ink-2">{{
                      name.misfit?.wanted ? 'wants ' + name.misfit!.wanted : 'would not fit'
                    }}</span>
                  </p>
                }
                @for (name of one.won.slice(0, 12); track name.id) {
                  <p class="font-mono text-tiny text-clear">
                    <bdi>{{ name.name }}</bdi> <span class="font-sans text-ink-2">would fit</span>
                  </p>
                }
                @if (!one.lost.length && !one.won.length) {
                  <p class="text-tiny text-ink-2">No name fits otherwise than now.</p>
                }
              </td>
            </tr>
          }
        } @empty {
          <tr>
            <td colspan="3" class="py-2 text-ink-2">
              {{ draft.trial.tried() === null ? '' : 'The project has no scenes yet.' }}
            </td>
          </tr>
        }
      </tbody>
    </table>
    @if (draft.draft()) {
      <h2 class="mt-5 font-bold">Changed in this draft</h2>
      <ul class="mt-1.5 flex flex-col gap-1 text-small" data-testid="differences">
        @for (line of draft.differences(); track line) {
          <li>{{ line }}</li>
        } @empty {
          <li class="text-ink-2">
            {{ draft.base() ? 'Nothing yet.' : 'All of it: it was never published.' }}
          </li>
        }
      </ul>
    }
    @if (draft.problem()) {
      <p class="mt-3 text-block" role="alert" data-testid="draft-problem">
        Not kept yet: {{ draft.problem() }}
      </p>
    }
    @if (draft.mayEdit() && draft.draft()) {
      <form class="mt-5 flex flex-col gap-2" [formGroup]="form" (ngSubmit)="publish()">
        <label class="text-small text-ink-2"
          >Note for revision {{ draft.nextRevision()
          }}<input
            class="field mt-0.5 w-full"
            name="note"
            maxlength="1000"
            formControlName="note"
            data-testid="publish-note"
        /></label>
        <label class="flex items-center gap-1.5 text-small"
          ><input type="checkbox" name="all" formControlName="all" /> hold the
          {{ users() | count: 'scene' }} that use it to the new revision</label
        >
        <div class="flex flex-wrap items-center justify-end gap-2">
          <button type="button" class="btn btn-bare" (click)="draft.drop()">Drop draft</button>
          <span class="flex-1"></span>
          <button type="button" class="btn" (click)="exportJson()">Export JSON</button>
          <button
            type="submit"
            class="btn btn-main"
            data-testid="publish"
            [disabled]="draft.problem() !== ''"
          >
            Publish rev {{ draft.nextRevision() }}
          </button>
        </div>
      </form>
    } @else {
      <div class="mt-5 flex justify-end gap-2">
        <button type="button" class="btn" (click)="exportJson()">Export JSON</button>
      </div>
    }
  `,
})
export class DraftEffect {
  readonly draft = inject(ConventionDraft);
  readonly opened = signal<number | null>(null);
  readonly scenes = computed(() => this.draft.trial.tried() ?? []);
  readonly names = computed(() => this.scenes().reduce((sum, one) => sum + one.names, 0));
  readonly users = computed(() => this.draft.info()?.scenes.length ?? 0);
  readonly form = inject(NonNullableFormBuilder).group({ note: '', all: true });

  share(part: number, of: number): number {
    return of ? (part / of) * 100 : 100;
  }
  async publish(): Promise<void> {
    const { note, all } = this.form.getRawValue();
    if (await this.draft.publish(note, all ? 'all' : 'none')) this.form.patchValue({ note: '' });
  }
  exportJson(): void {
    const shown = this.draft.shown();
    if (shown) saveJson(shown, shown.name, '.convention.json');
  }
}
