import { Dialog } from '@angular/cdk/dialog';
import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideArrowDown, lucideArrowUp, lucideChevronDown } from '@ng-icons/lucide';
import {
  findUntidy,
  firstWord,
  planTidy,
  topObjects,
  type Cluster,
  type PivotAt,
  type TidyItem,
} from '@renquil/core/plans';
import { displays } from '@renquil/core/scene';
import { findTwins, mirrorTwin, planShare } from '@renquil/core/twins';
import { Submenu } from '../../ui/submenu';
import { settled } from '../../ui/settled';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { LedgerState } from '../ledger/ledger-state';
import { ArrangeState } from './arrange-state';
import { AutoArrange } from './auto-arrange';
import { TwinSheet, type TwinWish } from './twin-sheet';
import { bytes as bytesText } from '../../ui/bytes';
import { CountPipe } from '../../ui/count';
import { TidyList } from './tidy-list';
import { MenuItem } from '../../ui/menu-item';
import { MenuPanel } from '../../ui/menu-panel';
import { Tip } from '../../ui/tip';

const pivots: readonly (readonly [PivotAt, string])[] = [
  ['centre', 'centre of their bounds'],
  ['base', 'base of their bounds'],
  ['origin', 'origin of the world'],
  ['mean', 'mean of their pivots'],
  ['last', 'pivot of the last picked'],
];

/** The tools of the Arrange step. */
@Component({
  selector: 'rq-arrange-tools',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuTrigger, CountPipe, MenuItem, MenuPanel, NgIcon, Submenu, Tip],
  viewProviders: [provideIcons({ lucideArrowDown, lucideArrowUp, lucideChevronDown })],
  templateUrl: './arrange-tools.html',
  host: { class: 'contents' },
})
export class ArrangeTools {
  readonly open = inject(OpenScene);
  readonly arrange = inject(ArrangeState);
  readonly #ledger = inject(LedgerState);
  readonly #dialog = inject(Dialog);
  readonly #toasts = inject(ToastList);
  readonly pivots = pivots;
  readonly displays = displays;
  /** Asked when the menu opens: it walks the scene. */
  readonly copies = computed(() => planShare(this.open.scene));
  readonly saved = computed(() => bytesText(this.copies().bytes));
  readonly axes = ['x', 'y', 'z'] as const;
  readonly none = computed(() => !this.open.mayEdit() || !this.arrange.picked().length);
  readonly #settled = settled(() => this.open.scene, 3);
  readonly untidy = computed(() => {
    return this.#settled() < 0 ? [] : findUntidy(this.open.sceneNow, this.open.convention);
  });

  /** What is picked; nothing picked: everything at the top, or all directly below the one root. */
  autoArrange(): void {
    const { scene } = this.open;
    const picked = this.arrange.picked();
    const [only] = scene.roots;
    const objects = picked.length
      ? picked
      : scene.roots.length === 1 && only !== undefined
        ? scene.get(only).children
        : scene.roots;
    const ref = this.#dialog.open<readonly Cluster[]>(AutoArrange, {
      data: { scene, objects },
      ariaLabel: 'Group by what they share',
    });
    ref.closed.subscribe((chosen) => {
      if (chosen?.length) this.arrange.cluster(chosen);
    });
  }
  tidyUp(): void {
    const ref = this.#dialog.open<readonly TidyItem[]>(TidyList, {
      data: this.untidy(),
      ariaLabel: 'Tidy up',
    });
    ref.closed.subscribe((chosen) => {
      if (chosen?.length) this.open.apply(`Tidy up ${chosen.length}`, planTidy(this.open.scene, chosen));
    });
  }
  pickBelow(): void {
    const { scene } = this.open;
    const all = new Set<number>();
    for (const top of this.arrange.picked()) for (const object of scene.walk(top)) all.add(object.id);
    this.#ledger.pickAll(all);
  }
  pickSiblings(): void {
    const { scene } = this.open;
    this.#ledger.pickAll(
      new Set(this.arrange.picked().flatMap((id) => scene.childrenOf(scene.get(id).parent))),
    );
  }
  /** What is picked and every twin of it. */
  pickTwins(): void {
    const { scene } = this.open;
    const picked = new Set(this.arrange.picked());
    const twins = findTwins(scene).filter((ids) => ids.some((id) => picked.has(id)));
    if (twins.length) this.#ledger.pickAll(new Set([...picked, ...twins.flat()]));
    else
      this.#toasts.say(
        'What is picked has no twins: no other branch has the same shapes in the same places.',
      );
  }
  /** The branches that are the mirror images of what is picked, across the middle. */
  pickMirror(): void {
    const { scene } = this.open;
    const found = this.arrange.picked().map((id) => mirrorTwin(scene, id, this.open.convention));
    const twins = found.filter((id) => id !== null);
    if (twins.length) this.#ledger.pickAll(new Set(twins));
    else this.#toasts.say('Nothing on the other side of the middle is the mirror image of what is picked.');
  }
  /** What is picked, or one picked branch and all its twins, against a master. */
  holdTwins(): void {
    const { scene } = this.open;
    const picked = topObjects(scene, this.arrange.picked());
    const alike =
      picked.length === 1 ? findTwins(scene, { inner: true }).find((ids) => ids.includes(picked[0]!)) : null;
    // The first picked is the first master: what is picked keeps its order.
    const order = this.arrange.picked().filter((id) => picked.includes(id));
    const branches = [...new Set([...order, ...(alike ?? [])])];
    if (branches.length < 2) {
      this.#toasts.say('Pick the branches that should be alike, the master first.');
      return;
    }
    const ref = this.#dialog.open<TwinWish>(TwinSheet, {
      data: { scene, branches, mayEdit: this.open.mayEdit() },
      ariaLabel: 'Twins and their master',
    });
    ref.closed.subscribe((wish) => {
      if (wish) this.arrange.make(wish.label, wish.plan);
    });
  }
  /** All of the same kind, with the same material or first word, as what is picked. */
  pickAlike(by: 'kind' | 'material' | 'word'): void {
    const { scene } = this.open;
    const of = (id: number): readonly (string | number)[] =>
      by === 'kind'
        ? [scene.get(id).kind]
        : by === 'material'
          ? scene.get(id).materials
          : [firstWord(scene.get(id).name)].filter((word) => word !== '');
    const wanted = new Set(this.arrange.picked().flatMap((id) => of(id)));
    const found: number[] = [];
    for (const { id } of scene.walk()) if (of(id).some((one) => wanted.has(one))) found.push(id);
    this.#ledger.pickAll(found);
  }
}
