import { CdkMenu } from '@angular/cdk/menu';
import { Directive } from '@angular/core';

/** What a menu opens as: a small sheet that its entries stand in. */
@Directive({
  selector: '[rqMenu]',
  hostDirectives: [CdkMenu],
  host: { class: 'sheet p-1' },
})
export class MenuPanel {}
