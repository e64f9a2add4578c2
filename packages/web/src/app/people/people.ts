import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ProjectNav } from '../shell/project-nav';
import { ProjectCrumb } from '../shell/project-crumb';
import { TopBar } from '../shell/top-bar';
import { Session } from '../state/session';
import { AuditList } from './audit-list';
import { MemberList } from './member-list';
import { ProjectSettings } from './project-settings';
import { TokenList } from './token-list';

/** Who is in a project and what they did; what scripts may; the project itself. All but the first is for leads. */
@Component({
  selector: 'rq-people',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AuditList, MemberList, ProjectCrumb, ProjectNav, ProjectSettings, RouterLink, TokenList, TopBar],
  templateUrl: './people.html',
  host: { class: 'flex h-full flex-col' },
})
export class People {
  readonly #session = inject(Session);
  readonly project = input.required<string>();
  /** Which part, by the address. */
  readonly show = input<string>();
  readonly here = computed(() => this.#session.info()?.projects.find((p) => p.slug === this.project()));
  readonly isLead = computed(() => this.here()?.role === 'lead');
  readonly parts = [
    { id: 'people', title: 'People' },
    { id: 'tokens', title: 'Tokens' },
    { id: 'audit', title: 'Audit' },
    { id: 'project', title: 'Project' },
  ] as const;
  readonly now = computed(() => {
    const wanted = this.show();
    return this.isLead() && this.parts.some(({ id }) => id === wanted) ? wanted! : 'people';
  });
}
