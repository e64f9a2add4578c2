import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { Component, inject, viewChild } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideChevronDown, lucideChevronRight } from '@ng-icons/lucide';
import type { Finding } from '@renquil/core';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { NameText } from '../../ui/name-text';
import { SeverityMark } from '../../ui/severity-mark';
import { LedgerState } from '../ledger/ledger-state';
import { FindingsState, type FindingLine } from './findings-state';

/** Findings under their check or their object. Arrows walk them; each one walked to is picked and shown. */
@Component({
  selector: 'rq-findings-list',
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
  readonly #ledger = inject(LedgerState);
  readonly viewport = viewChild(CdkVirtualScrollViewport);
  readonly trackLine = (_: number, line: FindingLine): string =>
    line.type === 'group' ? line.group.key : `${line.of}/${line.finding.object}/${line.finding.check}`;

  nameOf(finding: Finding): string {
    return this.open.scene.find(finding.object)?.name ?? '';
  }
  isCurrent(finding: Finding): boolean {
    const now = this.state.current();
    return now?.object === finding.object && now.check === finding.check;
  }
  choose(finding: Finding): void {
    this.state.current.set({ object: finding.object, check: finding.check });
    this.#ledger.show(finding.object);
  }
  key(event: KeyboardEvent): void {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    const findings = this.state
      .lines()
      .flatMap((line, at) => (line.type === 'finding' ? [{ finding: line.finding, at }] : []));
    const now = findings.findIndex(({ finding }) => this.isCurrent(finding));
    const next = findings[Math.max(0, Math.min(findings.length - 1, now + by))];
    if (!next) return;
    this.choose(next.finding);
    this.viewport()?.scrollToIndex(Math.max(0, next.at - 4));
  }
}
