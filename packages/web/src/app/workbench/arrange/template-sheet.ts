import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { AssetTemplate } from '@renquil/core/templates';
import { Sheet, SheetFoot } from '../../ui/sheet';
import { Tick } from '../../ui/tick';

/** What the sheet is opened with. */
export interface TemplateSheetData {
  readonly template: AssetTemplate;
  /** It stands on this scene; there may be one of the type to go back to. */
  readonly own: boolean;
  readonly type: string;
  readonly mayEdit: boolean;
}
const flags = [
  ['strangers', 'other branches may stand under the root'],
  ['floor', 'it stands on the floor, up = 0'],
  ['symmetric', 'its pose is symmetrical, left and right'],
] as const;

/** The branches an asset holds, in their order, and what else is asked of it. Kept with the scene. */
@Component({
  selector: 'rq-template-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Sheet, SheetFoot, Tick],
  template: `
    <rq-sheet
      [heading]="'What ' + (data.type ? 'this ' + data.type : 'the asset') + ' holds'"
      says="Directly under its root, in this order; names may be wildcards. Kept with this scene."
    >
      <ul class="max-h-[44vh] overflow-y-auto px-4 py-2">
        @for (branch of branches(); track $index; let i = $index, first = $first) {
          <li class="flex items-center gap-2 py-1">
            <input
              #name
              class="field field-mono min-w-0 flex-1"
              [value]="branch.name"
              [disabled]="!data.mayEdit"
              [attr.aria-label]="'Branch ' + (i + 1)"
              data-testid="template-branch"
              (change)="change(i, { name: name.value })"
            />
            <rq-tick
              [on]="!branch.optional"
              [disabled]="!data.mayEdit"
              (onChange)="change(i, { optional: !branch.optional })"
              >must be there</rq-tick
            >
            @if (data.mayEdit) {
              <button
                type="button"
                class="btn !px-2"
                [disabled]="first"
                [attr.aria-label]="'Move ' + branch.name + ' up'"
                (click)="up(i)"
              >
                ↑
              </button>
              <button
                type="button"
                class="btn !px-2"
                [attr.aria-label]="'Take ' + branch.name + ' out'"
                (click)="take(i)"
              >
                ×
              </button>
            }
          </li>
        } @empty {
          <li class="py-1 text-ink-2">No branches: nothing is asked for.</li>
        }
        @if (data.mayEdit) {
          <li class="py-1">
            <button type="button" class="btn" data-testid="template-add" (click)="add()">Add a branch</button>
          </li>
        }
        @for (flag of flags; track flag[0]) {
          <li class="py-1">
            <rq-tick [on]="on()[flag[0]] === true" [disabled]="!data.mayEdit" (onChange)="flip(flag[0])">{{
              flag[1]
            }}</rq-tick>
          </li>
        }
      </ul>
      <rq-sheet-foot>
        @if (data.own && data.mayEdit) {
          <button type="button" class="btn" (click)="ref.close('shipped')">
            {{ data.type ? 'Back to the one of the type' : 'Ask for nothing' }}
          </button>
          <span class="flex-1"></span>
        }
        <button type="button" class="btn" (click)="ref.close()">Back</button>
        @if (data.mayEdit) {
          <button type="button" class="btn btn-main" data-testid="template-keep" (click)="ref.close(made())">
            Keep
          </button>
        }
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class TemplateSheet {
  readonly ref = inject<DialogRef<AssetTemplate | 'shipped'>>(DialogRef);
  readonly data = inject<TemplateSheetData>(DIALOG_DATA);
  readonly flags = flags;
  readonly branches = signal([...this.data.template.branches]);
  readonly on = signal(Object.fromEntries(flags.map(([key]) => [key, this.data.template[key] === true])));

  change(at: number, to: { name?: string; optional?: boolean }): void {
    this.branches.update((all) => all.map((one, i) => (i === at ? { ...one, ...to } : one)));
  }
  up(at: number): void {
    this.branches.update((all) => {
      const next = [...all];
      next.splice(at - 1, 0, ...next.splice(at, 1));
      return next;
    });
  }
  take(at: number): void {
    this.branches.update((all) => all.filter((_, i) => i !== at));
  }
  add(): void {
    this.branches.update((all) => [...all, { name: 'new_grp' }]);
  }
  flip(key: string): void {
    this.on.update((now) => ({ ...now, [key]: !now[key] }));
  }
  /** Branches without a name are left out; what is off is not said. */
  made(): AssetTemplate {
    const branches = this.branches()
      .map(({ name, optional }) => ({ name: name.trim().slice(0, 200), ...(optional ? { optional } : {}) }))
      .filter(({ name }) => name !== '');
    const said = Object.fromEntries(Object.entries(this.on()).filter(([, on]) => on));
    return { branches, ...said };
  }
}
