import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NgIcon } from '@ng-icons/core';
import {
  lucideBox,
  lucideBoxSelect,
  lucideCrosshair,
  lucideFolder,
  lucideLightbulb,
  lucideLocate,
  lucideSpline,
  lucideVideo,
} from '@ng-icons/lucide';
import type { Kind } from '@renquil/core/scene';
import { Tip } from './tip';

const icons: Readonly<Record<Kind, string>> = {
  mesh: lucideBox,
  group: lucideFolder,
  joint: lucideSpline,
  control: lucideLocate,
  camera: lucideVideo,
  light: lucideLightbulb,
  locator: lucideCrosshair,
  helper: lucideBoxSelect,
};

/** The picture of a kind. */
@Component({
  selector: 'rq-kind',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgIcon, Tip],
  template: `<ng-icon [svg]="icon()" [rqTip]="of()" size="15px" />`,
  host: { role: 'img', '[attr.aria-label]': 'of()', class: 'inline-flex shrink-0 text-ink-2' },
})
export class KindIcon {
  readonly of = input.required<Kind>();
  readonly icon = computed(() => icons[this.of()]);
}
