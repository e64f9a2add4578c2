import { CdkMenuItemCheckbox } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** An entry of a menu that is on or off by itself. `mark` stands behind it while it is on, `unmark` while it is off. */
@Component({
  selector: 'button[rqMenuCheck]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ng-content />
    @if (rqMenuCheck() ? mark() : unmark(); as said) {
      <span class="text-small" aria-hidden="true">{{ said }}</span>
    }`,
  hostDirectives: [
    {
      directive: CdkMenuItemCheckbox,
      inputs: ['cdkMenuItemChecked: rqMenuCheck'],
      outputs: ['cdkMenuItemTriggered: chosen'],
    },
  ],
  host: { type: 'button', class: 'btn btn-bare w-full justify-between' },
})
export class MenuCheck {
  readonly rqMenuCheck = input.required<boolean>();
  readonly mark = input<string | number>('✓');
  readonly unmark = input('');
}
