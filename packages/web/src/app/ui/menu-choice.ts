import { CdkMenuItemRadio } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** One of several in a menu, of which one holds: it is ticked. `mark` stands in place of the tick. */
@Component({
  selector: 'button[rqMenuChoice]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ng-content />
    @if (rqMenuChoice()) {
      <span aria-hidden="true">{{ mark() }}</span>
    }`,
  hostDirectives: [
    {
      directive: CdkMenuItemRadio,
      inputs: ['cdkMenuItemChecked: rqMenuChoice'],
      outputs: ['cdkMenuItemTriggered: chosen'],
    },
  ],
  host: { type: 'button', class: 'btn btn-bare w-full justify-between' },
})
export class MenuChoice {
  readonly rqMenuChoice = input.required<boolean>();
  readonly mark = input('✓');
}
