import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideEllipsis, lucidePlus } from '@ng-icons/lucide';
import { planLayer, planRemoveLayer, planRenameLayer } from '@renquil/core/plans';
import type { Ruling } from '@renquil/core/scene';
import { Submenu } from '../../ui/submenu';
import { settled } from '../../ui/settled';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { LedgerState } from '../ledger/ledger-state';
import { ArrangeState } from './arrange-state';
import { filterOf } from './filter-of';
import { layerRows, type LayerRow } from './layer-rows';
import { RulingMenu, rulingSays } from './ruling-menu';
import { swatches, tally } from './tally';
import { MenuItem } from '../../ui/menu-item';
import { MenuPanel } from '../../ui/menu-panel';
import { Tip } from '../../ui/tip';
import { IconButton } from '../../ui/icon-button';
import { NameForm } from '../../ui/name-form';

/** The layers: every object is in one. What is off for a layer is off for its objects and the layers in it. */
@Component({
  selector: 'rq-layer-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkMenuTrigger,
    CountPipe,
    IconButton,
    MenuItem,
    MenuPanel,
    NameForm,
    NgIcon,
    RulingMenu,
    Submenu,
    Tip,
  ],
  viewProviders: [provideIcons({ lucideEllipsis, lucidePlus })],
  templateUrl: './layer-list.html',
  host: { class: 'block' },
})
export class LayerList {
  readonly open = inject(OpenScene);
  readonly arrange = inject(ArrangeState);
  readonly ledger = inject(LedgerState);
  /** The field for a name takes the keys as soon as it is there. */
  /** What is being named: a new layer, or one that gets another name. */
  readonly naming = signal<{ readonly renames: string | null } | null>(null);
  readonly swatches = swatches;
  readonly #settled = settled(() => this.open.scene, 1);
  readonly rows = computed(() => {
    const counted = this.#settled() >= 0;
    return layerRows(
      this.open.sceneNow,
      counted ? tally(this.open.sceneNow).layers : new Map(),
      this.arrange.layer(),
    );
  });
  readonly filterOf = filterOf;
  readonly says = rulingSays;

  narrow(layer: string): void {
    const filter = filterOf('layer', layer);
    this.ledger.filter.update((now) => (now === filter ? '' : filter));
  }
  named(name: string): void {
    const wanted = this.naming();
    this.naming.set(null);
    if (!wanted) return;
    if (wanted.renames === null) {
      this.arrange.layer.set(name);
      if (this.arrange.picked().length) this.arrange.settings.toLayer(name);
      else this.open.apply(`Make the layer ${name}`, planLayer(this.open.scene, name, {}));
      return;
    }
    const edits = planRenameLayer(this.open.scene, wanted.renames, name);
    if (
      this.open.apply(`Rename the layer ${wanted.renames} to ${name}`, edits) &&
      this.arrange.layer() === wanted.renames
    )
      this.arrange.layer.set(name);
  }
  rule(layer: string, ruling: Ruling): void {
    this.open.apply(`Change the layer ${layer}`, planLayer(this.open.scene, layer, ruling));
  }
  colour(layer: string, colour: string): void {
    this.open.apply(`Colour the layer ${layer}`, planLayer(this.open.scene, layer, { colour }));
  }
  nest(layer: string, parent: string | null): void {
    const where = parent === null ? 'to the top' : `into ${parent}`;
    this.open.apply(`Put the layer ${layer} ${where}`, planLayer(this.open.scene, layer, { parent }));
  }
  /** Layers that a layer may lie in: not itself and not those in it. */
  nests(row: LayerRow): string[] {
    return this.rows()
      .filter((one) => one.name !== row.name && !one.path.includes(row.name))
      .map((one) => one.name);
  }
  remove(layer: string): void {
    this.open.apply(`Delete the layer ${layer}`, planRemoveLayer(this.open.scene, layer));
    if (this.arrange.layer() === layer) this.arrange.layer.set('Base');
  }
}
