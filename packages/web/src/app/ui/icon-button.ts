import { booleanAttribute, ChangeDetectionStrategy, Component, input } from '@angular/core';
import { NgIcon } from '@ng-icons/core';
import { Tip } from './tip';

/**
 * A button that is an icon: `rqIconButton` names the icon, which the component around provides, `label` says what it does, to
 * screen readers and as a tip. `quiet`: shown while the pointer is on its row, or the keys on it.
 */
@Component({
  selector: 'button[rqIconButton]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgIcon],
  hostDirectives: [{ directive: Tip, inputs: ['rqTip: label'] }],
  template: `<ng-icon [name]="rqIconButton()" [size]="size()" />`,
  host: {
    type: 'button',
    class:
      'grid size-6 shrink-0 place-items-center rounded text-ink-2 hover:bg-sunk hover:text-ink disabled:opacity-40',
    '[class]':
      "quiet() ? 'opacity-0 group-hover:opacity-100 focus-visible:opacity-100 aria-expanded:opacity-100' : ''",
    '[attr.aria-label]': 'label()',
  },
})
export class IconButton {
  readonly rqIconButton = input.required<string>();
  readonly label = input.required<string>();
  readonly size = input('14px');
  readonly quiet = input(false, { transform: booleanAttribute });
}
