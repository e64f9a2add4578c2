import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { offBy, switchNames, type OffBy, type SceneObject, type SwitchName } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { SwitchPaint } from './switch-paint';
import { Tip } from '../../ui/tip';

const titles: Record<SwitchName, string> = {
  shown: 'Shown',
  pickable: 'Pickable in the 3D view',
  rendered: 'Rendered',
  goes: 'Goes: is handed off',
};

/**
 * Shown, Pickable, Rendered, Goes: four switches. A click on one of many picked rows turns it for all of them; a drag
 * down the column turns it row by row. What rules over a switch from elsewhere is told.
 */
@Component({
  selector: 'rq-switch-cell',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tip],
  template: `
    @for (one of switches(); track one.name) {
      <button
        type="button"
        tabindex="-1"
        class="grid size-[18px] place-items-center rounded border text-tiny font-bold"
        [class]="
          !one.on
            ? 'border-line bg-sheet text-ink-3 line-through'
            : one.off
              ? 'border-dashed border-line-strong bg-sheet text-ink-3'
              : 'border-clear/50 bg-clear/15 text-ink'
        "
        [rqTip]="one.title"
        [attr.aria-label]="titles[one.name] + ' for ' + object().name + (one.off ? ', ' + one.rules : '')"
        [attr.aria-pressed]="one.on"
        [disabled]="!open.mayEdit()"
        (mousedown)="$event.preventDefault()"
        (pointerdown)="paint.begin($event, object().id, one.name, !one.on)"
        (pointerenter)="paint.over(object().id)"
        (click)="$event.stopPropagation(); paint.click($event, object().id, one.name)"
        (dblclick)="$event.stopPropagation()"
      >
        {{ one.name[0]!.toUpperCase() }}
      </button>
    }
  `,
  host: { class: 'flex items-center gap-[3px]' },
})
export class SwitchCell {
  readonly open = inject(OpenScene);
  readonly paint = inject(SwitchPaint);
  readonly object = input.required<SceneObject>();
  readonly titles = titles;
  readonly switches = computed(() => {
    const { scene } = this.open;
    const object = this.object();
    const painted = this.paint.now();
    return switchNames.map((name) => {
      const painting = painted?.name === name && painted.ids.has(object.id);
      const on = painting ? painted.to : object.switches[name];
      const off = on ? offBy(scene, object, name) : null;
      return { name, on, off, rules: ruledBy(off), title: `${titles[name]}, ${on ? ruledBy(off) : 'off'}` };
    });
  });
}

/** Who wins: off does, wherever it is said. */
function ruledBy(off: OffBy | null): string {
  if (!off || off.by === 'itself') return 'on';
  return off.by === 'above'
    ? `on here, but off for "${off.name}" above it`
    : `on here, but off for the ${off.by} "${off.name}"`;
}
