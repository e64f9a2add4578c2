import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideTrash2 } from '@ng-icons/lucide';
import type { SceneSummary } from '@renquil/api';
import { AgoPipe } from '../ui/ago';
import { count, CountPipe } from '../ui/count';
import { SeverityMark } from '../ui/severity-mark';
import { Tip } from '../ui/tip';

/** The scenes of a project: how large each is, how many of its names fit, what holds it up, and who changed it last. */
@Component({
  selector: 'rq-scene-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, CountPipe, NgIcon, RouterLink, SeverityMark, Tip],
  viewProviders: [provideIcons({ lucideTrash2 })],
  template: `
    <table class="mt-3 w-full">
      <thead>
        <tr class="border-b border-line-strong">
          <th class="w-24"><span class="sr-only">Picture</span></th>
          <th class="th py-2">Scene</th>
          <th class="th !text-right">Objects</th>
          <th class="th pl-6">Names that fit</th>
          <th class="th pl-3">Blockers</th>
          <th class="th">Last changed</th>
          <th class="w-8"><span class="sr-only">Bin</span></th>
        </tr>
      </thead>
      <tbody>
        @for (scene of scenes(); track scene.id) {
          <tr class="border-b border-line" data-testid="scene">
            <td class="py-2">
              <a [routerLink]="['/scenes', scene.id]" tabindex="-1" aria-hidden="true"
                ><img
                  class="h-[58px] w-[84px] rounded-lg border border-line bg-linear-to-b from-[var(--sky)] to-[var(--ground)] object-cover"
                  [src]="'/api/scenes/' + scene.id + '/thumbnail'"
                  alt=""
              /></a>
            </td>
            <td class="py-2 pl-3">
              <a
                class="font-mono text-lead font-bold hover:underline"
                [routerLink]="['/scenes', scene.id]"
                [attr.data-scene]="scene.id"
                >{{ scene.name }}</a
              >
              <div class="text-small text-ink-2">
                {{ scene.convention }} · v{{ (scene.version ?? 0).toString().padStart(3, '0')
                }}{{ scene.unsaved ? ' + ' + (scene.unsaved | count: 'edit') : '' }}
                @if (unsent().get(scene.id); as n) {
                  <a
                    class="ml-1 rounded bg-wash px-1.5 font-semibold text-ink underline"
                    data-testid="unsent"
                    [routerLink]="['/scenes', scene.id]"
                    >{{ n | count: 'edit' }} not sent yet: open to send</a
                  >
                }
              </div>
            </td>
            <td class="text-right font-mono">{{ scene.objects | count }}</td>
            <td class="w-56 pl-6">
              <span class="flex items-center gap-2.5">
                <span class="h-2 flex-1 overflow-hidden rounded-full bg-sunk"
                  ><span
                    class="block h-full"
                    [class]="share(scene) === 100 ? 'bg-clear' : 'bg-spruce dark:bg-ink-2'"
                    [style.width.%]="share(scene)"
                  ></span
                ></span>
                <span class="w-11 text-right font-mono">{{
                  scene.standing ? share(scene) + ' %' : '–'
                }}</span>
              </span>
            </td>
            <td class="pl-3 whitespace-nowrap">
              @if (!scene.standing) {
                <span class="text-ink-2">not checked</span>
              } @else if (scene.standing.counts.blocker) {
                <span class="inline-flex items-center gap-1.5 font-semibold text-block"
                  ><rq-severity of="blocker" />{{ scene.standing.counts.blocker | count }}</span
                >
              } @else {
                <span class="inline-flex items-center gap-1.5 font-semibold text-clear"
                  ><rq-severity of="clear" />ready</span
                >
              }
              @for (one of scene.ready ?? []; track one.key) {
                <span
                  class="block max-w-40 truncate text-small text-ink-2"
                  data-testid="ready-for"
                  [rqTip]="sayReady(one)"
                  >{{ sayReady(one) }}</span
                >
              }
            </td>
            <td class="text-small whitespace-nowrap text-ink-2">
              {{ scene.updatedBy.split(' ')[0] }}, {{ scene.updatedAt | ago }}
            </td>
            <td>
              @if (mayEdit()) {
                <button
                  type="button"
                  class="grid size-[26px] place-items-center rounded-md text-ink-2 hover:bg-sunk hover:text-ink"
                  [attr.aria-label]="'Put ' + scene.name + ' into the bin'"
                  rqTip="Put into the bin"
                  data-testid="bin-scene"
                  (click)="binned.emit(scene)"
                >
                  <ng-icon name="lucideTrash2" size="15px" />
                </button>
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  host: { class: 'block' },
})
export class SceneTable {
  readonly scenes = input.required<readonly SceneSummary[]>();
  readonly mayEdit = input.required<boolean>();
  /** Edits of this person that wait in this browser, by scene. */
  readonly unsent = input.required<ReadonlyMap<number, number>>();
  readonly binned = output<SceneSummary>();

  /** What the gate says for a target. */
  sayReady({ title, blockers }: NonNullable<SceneSummary['ready']>[number]): string {
    return blockers ? `${count(blockers)} for ${title}` : `ready for ${title}`;
  }
  /** Of the names that are held to the convention, how many fit, in percent. */
  share({ standing }: SceneSummary): number {
    return standing?.named ? Math.floor((100 * standing.fitting) / standing.named) : 100;
  }
}
