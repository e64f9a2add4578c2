import { CdkDrag, CdkDropList } from '@angular/cdk/drag-drop';
import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucidePlus } from '@ng-icons/lucide';
import type { PatternPart } from '@renquil/core/names';
import { MenuChoice } from '../ui/menu-choice';
import { ConventionDraft } from './convention-draft';
import { patternAt, withPart, withPattern, type PatternPlace } from './convention-edits';
import { MenuItem } from '../ui/menu-item';
import { MenuPanel } from '../ui/menu-panel';
import { Tip } from '../ui/tip';
import { MenuCheck } from '../ui/menu-check';
import { SlotColourPipe, SlotTintPipe } from '../ui/slot-colour';

/** One pattern as chips in order: dashed ones may be left out, joined ones stand without a separator. */
@Component({
  selector: 'rq-pattern-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkDrag,
    CdkDropList,
    CdkMenuTrigger,
    MenuCheck,
    MenuChoice,
    MenuItem,
    MenuPanel,
    NgIcon,
    SlotColourPipe,
    SlotTintPipe,
    Tip,
  ],
  viewProviders: [provideIcons({ lucidePlus })],
  template: `
    <span class="w-[76px] shrink-0 truncate text-small font-semibold text-ink-2" [rqTip]="title()">{{
      title()
    }}</span>
    <div
      class="flex min-w-0 flex-wrap items-center gap-y-1"
      cdkDropList
      cdkDropListOrientation="mixed"
      [cdkDropListDisabled]="!draft.mayEdit()"
      (cdkDropListDropped)="move($event.previousIndex, $event.currentIndex)"
    >
      @for (part of parts(); track part.slot; let i = $index) {
        <div class="flex items-center" cdkDrag>
          @if (i && !part.glued) {
            <span class="px-1 font-mono text-ink-2">{{ signOf(part) }}</span>
          }
          <button
            type="button"
            class="h-[30px] border px-2.5 font-mono text-lead"
            [class]="
              (part.optional ? 'border-dashed ' : 'border-transparent ') +
              (part.glued && i
                ? '-ml-px rounded-r-md'
                : parts()[i + 1]?.glued
                  ? 'rounded-l-md'
                  : 'rounded-md')
            "
            [style.color]="part.slot | slotColour"
            [style.border-color]="part.optional ? (part.slot | slotColour) : null"
            [style.background]="part.slot | slotTint"
            [attr.aria-label]="
              part.slot + (part.optional ? ', may be left out' : '') + (part.glued ? ', joined' : '')
            "
            [cdkMenuTriggerFor]="menu"
            [cdkMenuTriggerData]="{ i, part }"
          >
            {{ part.only?.length ? part.only!.join(' or ') : part.slot }}
          </button>
        </div>
      }
      @if (draft.mayEdit() && others().length) {
        <button
          type="button"
          class="ml-1.5 grid size-6 place-items-center rounded-md border border-dashed border-line-strong text-ink-2"
          [attr.aria-label]="'Add a slot to the pattern of ' + title()"
          [cdkMenuTriggerFor]="add"
        >
          <ng-icon name="lucidePlus" size="13px" />
        </button>
      }
    </div>
    <ng-template #menu let-i="i" let-part="part">
      <div class="w-60" rqMenu>
        <p class="px-2.5 py-1 font-mono font-semibold">{{ part.slot }}</p>
        @if (draft.mayEdit()) {
          <button [rqMenuCheck]="part.optional === true" (chosen)="set(i, { optional: !part.optional })">
            May be left out
          </button>
          @if (i) {
            <button [rqMenuCheck]="part.glued === true" (chosen)="set(i, { glued: !part.glued })">
              Joined to the one before
            </button>
          }
          @if (i && !draft.shown()?.humps) {
            @for (sign of signs(); track sign) {
              <button [rqMenuChoice]="!part.glued && signOf(part) === sign" (chosen)="putSign(i, sign)">
                Behind <span class="font-mono">{{ sign === ' ' ? 'a blank' : sign }}</span>
              </button>
            }
          }
          @for (word of wordsOf(part.slot); track word) {
            <button
              class="font-mono"
              [rqMenuCheck]="part.only?.includes(word) ?? false"
              (chosen)="toggleWord(i, word)"
            >
              only {{ word }}
            </button>
          }
          <hr class="my-1 border-line" />
          <button rqMenuItem [disabled]="i === 0" (chosen)="move(i, i - 1)">Move left</button>
          <button rqMenuItem [disabled]="i === parts().length - 1" (chosen)="move(i, i + 1)">
            Move right
          </button>
          <button rqMenuItem (chosen)="remove(i)">Take out</button>
        } @else {
          <p class="px-2.5 py-1 text-ink-2">{{ part.optional ? 'May be left out.' : 'Must be there.' }}</p>
        }
      </div>
    </ng-template>
    <ng-template #add>
      <div class="w-40" rqMenu>
        @for (slot of others(); track slot) {
          <button class="font-mono" rqMenuItem (chosen)="put(slot)">
            {{ slot }}
          </button>
        }
      </div>
    </ng-template>
  `,
  host: { class: 'flex items-center gap-1 py-[3px]' },
})
export class PatternRow {
  readonly draft = inject(ConventionDraft);
  readonly place = input.required<PatternPlace>();
  readonly title = input.required<string>();
  readonly parts = computed(() => {
    const shown = this.draft.shown();
    return shown ? patternAt(shown, this.place()) : [];
  });
  readonly others = computed(() =>
    Object.keys(this.draft.shown()?.slots ?? {}).filter(
      (slot) => !this.parts().some((part) => part.slot === slot),
    ),
  );
  /** Signs that may stand before a slot: the separator first. */
  readonly signs = computed(() => {
    const { separator = '' } = this.draft.shown() ?? {};
    return [...new Set([separator, '_', '.', '-', ' '])].filter((sign) => sign !== '');
  });
  signOf({ after }: PatternPart): string {
    const shown = this.draft.shown();
    return shown?.humps ? '·' : (after ?? shown?.separator) || '·';
  }
  putSign(at: number, sign: string): void {
    this.set(at, { glued: undefined, after: sign === this.draft.shown()?.separator ? undefined : sign });
  }
  wordsOf(slot: string): string[] {
    const words = this.draft.shown()?.slots[slot]?.words ?? [];
    return words.length <= 12 ? words.map((one) => one.word) : [];
  }
  set(at: number, change: Parameters<typeof withPart>[3]): void {
    this.draft.edit((now) => withPart(now, this.place(), at, change));
  }
  toggleWord(at: number, word: string): void {
    const only = this.parts()[at]!.only ?? [];
    const next = only.includes(word) ? only.filter((one) => one !== word) : [...only, word];
    this.set(at, { only: next.length ? next : undefined });
  }
  move(from: number, to: number): void {
    const parts = [...this.parts()];
    parts.splice(to, 0, ...parts.splice(from, 1));
    this.draft.edit((now) => withPattern(now, this.place(), parts));
  }
  remove(at: number): void {
    this.draft.edit((now) =>
      withPattern(
        now,
        this.place(),
        this.parts().filter((_, i) => i !== at),
      ),
    );
  }
  put(slot: string): void {
    this.draft.edit((now) => withPattern(now, this.place(), [...this.parts(), { slot }]));
  }
}
