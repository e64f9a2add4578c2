import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, effect, inject, untracked, viewChild } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideChevronDown, lucideChevronRight } from '@ng-icons/lucide';
import type { Finding } from '@renquil/core/checks';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { WindowSource } from '../../ui/window-source';
import { NameText } from '../../ui/name-text';
import { SeverityMark } from '../../ui/severity-mark';
import type { FindingGroup, FindingLine } from './finding-lines';
import { FindingsState } from './findings-state';

/** Findings under their check or their object. Arrows walk them, left and right fold their group; each one walked to is picked and shown. */
@Component({
  selector: 'rq-findings-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    CountPipe,
    NameText,
    NgIcon,
    SeverityMark,
  ],
  viewProviders: [provideIcons({ lucideChevronDown, lucideChevronRight })],
  templateUrl: './findings-list.html',
  host: { class: 'flex h-full min-h-0 flex-col bg-sheet' },
})
export class FindingsList {
  readonly open = inject(OpenScene);
  readonly analysis = inject(Analysis);
  readonly state = inject(FindingsState);
  readonly source = new WindowSource<FindingLine>(this.state.lines);
  readonly viewport = viewChild(CdkVirtualScrollViewport);
  readonly trackLine = (_: number, line: FindingLine): string =>
    line.type === 'group' ? line.group.key : `${line.of}/${line.finding.object}/${line.finding.check}`;

  constructor() {
    // Who comes back from the ledger finds the list where it was; it has its height once it has drawn its first lines.
    effect((onCleanup) => {
      const viewport = this.viewport();
      if (!viewport) return;
      const { scrolled } = this.state;
      let frame = 0;
      let left = 30;
      const scroll = (): void => {
        viewport.scrollToOffset(scrolled);
        if (viewport.measureScrollOffset('top') < scrolled - 1 && --left)
          frame = requestAnimationFrame(scroll);
      };
      if (scrolled) frame = requestAnimationFrame(scroll);
      const heard = viewport.elementScrolled().subscribe(() => {
        this.state.scrolled = viewport.measureScrollOffset('top');
      });
      onCleanup(() => {
        cancelAnimationFrame(frame);
        heard.unsubscribe();
      });
    });
    effect(() => {
      const wanted = this.state.reveal();
      if (wanted) untracked(() => this.viewport()?.scrollToIndex(Math.max(0, wanted.at - 4)));
    });
  }
  nameOf(finding: Finding): string {
    return this.open.scene.find(finding.object)?.name ?? '';
  }
  isCurrent(finding: Finding): boolean {
    const now = this.state.current();
    return now?.object === finding.object && now.check === finding.check;
  }
  choose(finding: Finding): void {
    this.state.look(finding);
  }
  /** A cause is looked at by the first of its objects. */
  chooseGroup(group: FindingGroup): void {
    this.state.toggleFold(group.key);
    if (this.state.by() === 'cause') this.state.look(this.state.findingAt(group.at[0]!));
  }
  /** The folded cause of the finding that is looked at. */
  isCurrentGroup(group: FindingGroup): boolean {
    const folded = this.state.folded();
    const now = this.state.current();
    if (!now || !folded.isByCause || !folded.has(group.key)) return false;
    return group.key === this.state.currentGroup()?.key;
  }
  key(event: KeyboardEvent): void {
    const fold = { ArrowRight: false, ArrowLeft: true }[event.key];
    const group = this.state.currentGroup();
    if (fold !== undefined && group) {
      event.preventDefault();
      this.state.setFold(group.key, fold);
    }
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    this.state.step(by as 1 | -1, () => true);
  }
}
