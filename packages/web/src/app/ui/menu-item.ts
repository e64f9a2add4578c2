import { CdkMenuItem } from '@angular/cdk/menu';
import { Directive } from '@angular/core';

/** An entry of a menu. `chosen` comes by click, Enter or Space; one that is `disabled` is seen and not chosen. */
@Directive({
  selector: 'button[rqMenuItem]',
  hostDirectives: [
    {
      directive: CdkMenuItem,
      inputs: ['cdkMenuItemDisabled: disabled'],
      outputs: ['cdkMenuItemTriggered: chosen'],
    },
  ],
  host: { type: 'button', class: 'btn btn-bare w-full' },
})
export class MenuItem {}
