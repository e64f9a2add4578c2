import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Commands } from '../state/commands';
import { Sheet, SheetFoot } from '../ui/sheet';

const always: readonly (readonly [string, string])[] = [
  ['Up, Down', 'walk the rows; with Shift, pick on'],
  ['Left, Right', 'fold and unfold; to the parent, to the first child'],
  ['Space', 'pick a row as well, or let it go'],
  ['Ctrl A', 'pick everything the filter shows'],
  ['F2', 'rename the object the keys are on; Enter too, unless they are in a slot'],
  ['Tab', 'to the next slot of the row; while renaming: keep it and rename the next'],
  ['in a slot', 'type or Enter changes it in all that is picked; Delete empties it; Ctrl D fills down'],
  ['Ctrl C, Ctrl V', 'copy rows to a spreadsheet; paste a block from the row the keys are on'],
  ['Esc', 'back out; pick nothing'],
  ['Alt Down', 'in the ledger: the menu of the column the keys are in: sort, group, filter'],
  ['F, I, B', 'in the 3D view: bring into view; only what is picked; pick by a box'],
  [
    'N, Shift N, C',
    'in the 3D view: pick the next from left to right, the one before, the foremost at the middle',
  ],
  ['D', 'in the 3D view: draw in full what is picked and stands as a box'],
  ['1 2 3 4', 'in the 3D view: free, front, side, top'],
];

/** The dialog that lists the keys. */
@Component({
  selector: 'rq-key-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Sheet, SheetFoot],
  template: `
    <rq-sheet heading="Keys">
      <dl
        tabindex="0"
        aria-label="Keys and what they do"
        class="max-h-[70vh] grid grid-cols-[150px_1fr] gap-y-1.5 overflow-y-auto px-4 py-3"
      >
        @for (line of lines; track line[1]) {
          <dt>
            <kbd class="chip">{{ line[0] }}</kbd>
          </dt>
          <dd>{{ line[1] }}</dd>
        }
      </dl>
      <rq-sheet-foot>
        <button type="button" class="btn" (click)="ref.close()">Close</button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class KeyList {
  readonly ref = inject(DialogRef);
  readonly lines = [
    ...inject(Commands)
      .all()
      .flatMap((command) => (command.keys ? [[command.keys, command.title] as const] : [])),
    ...always,
  ];
}
