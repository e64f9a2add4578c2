import { CdkMenuGroup } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { displays, switchNames, type Display, type Ruling, type SwitchName } from '@renquil/core/scene';
import { MenuChoice } from '../../ui/menu-choice';
import { MenuPanel } from '../../ui/menu-panel';
import { MenuCheck } from '../../ui/menu-check';

/** The switches and the look of a layer or set: what is off here is off for all its objects. */
@Component({
  selector: 'rq-ruling-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuGroup, MenuCheck, MenuChoice, MenuPanel],
  template: `
    <div class="w-44" rqMenu>
      @for (name of switches; track name) {
        <button [rqMenuCheck]="on()[name]" (chosen)="flip(name)" mark="on" unmark="off">
          <span class="first-letter:uppercase">{{ name }}</span>
        </button>
      }
      <hr class="my-1 border-line" />
      <div cdkMenuGroup>
        @for (look of looks; track look) {
          <button
            [rqMenuChoice]="look === (of()?.display ?? 'solid')"
            (chosen)="changed.emit({ display: look })"
          >
            Drawn {{ look === 'box' || look === 'ghost' ? 'as ' + look : look }}
          </button>
        }
      </div>
    </div>
  `,
})
export class RulingMenu {
  readonly of = input.required<Ruling | undefined>();
  readonly changed = output<Ruling>();
  readonly switches = switchNames;
  readonly looks: readonly Display[] = displays;
  readonly on = computed(() => {
    const said = this.of()?.switches;
    return Object.fromEntries(switchNames.map((name) => [name, said?.[name] ?? true])) as Record<
      SwitchName,
      boolean
    >;
  });

  flip(name: SwitchName): void {
    this.changed.emit({ switches: { ...this.of()?.switches, [name]: !this.on()[name] } });
  }
}

/** In a few letters: what a layer or set turns off, and how it is drawn. */
export function rulingSays(ruling: Ruling | undefined): string {
  const off = switchNames.filter((name) => ruling?.switches?.[name] === false);
  return [...off.map((name) => `${name} off`), ...(ruling?.display ? [`drawn ${ruling.display}`] : [])].join(
    ', ',
  );
}
