import { Component, inject, input } from '@angular/core';
import { switchNames, type SceneObject, type SwitchName } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { ArrangeState } from '../arrange/arrange-state';

const titles: Record<SwitchName, string> = {
  shown: 'Shown',
  pickable: 'Pickable in the 3D view',
  rendered: 'Rendered',
  goes: 'Goes: is handed off',
};

/** Shown, Pickable, Rendered, Goes: four switches; a click on one of many picked rows turns it for all of them. */
@Component({
  selector: 'rq-switch-cell',
  template: `
    @for (name of names; track name) {
      <button
        type="button"
        tabindex="-1"
        class="grid size-[18px] place-items-center rounded border text-[10px] font-bold"
        [class]="
          object().switches[name]
            ? 'border-clear/50 bg-clear/15 text-ink'
            : 'border-line bg-sheet text-ink-3 line-through'
        "
        [title]="titles[name] + (object().switches[name] ? ', on' : ', off')"
        [attr.aria-label]="titles[name] + ' for ' + object().name"
        [attr.aria-pressed]="object().switches[name]"
        [disabled]="!open.mayEdit()"
        (click)="$event.stopPropagation(); arrange.toggle(object().id, name)"
      >
        {{ name[0]!.toUpperCase() }}
      </button>
    }
  `,
  host: { class: 'flex items-center gap-[3px]' },
})
export class SwitchCell {
  readonly open = inject(OpenScene);
  readonly arrange = inject(ArrangeState);
  readonly object = input.required<SceneObject>();
  readonly names = switchNames;
  readonly titles = titles;
}
