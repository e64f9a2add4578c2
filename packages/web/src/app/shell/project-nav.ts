import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';

const pages = [
  { page: 'library', title: 'Library' },
  { page: 'conventions', title: 'Conventions' },
  { page: 'targets', title: 'Targets' },
  { page: 'waivers', title: 'Waivers' },
  { page: 'trends', title: 'Trends' },
  { page: 'people', title: 'People' },
] as const;
/** A page of a project. */
export type ProjectPage = (typeof pages)[number]['page'];

/** The pages of a project, beside its name in the bar; the one that is shown is marked. */
@Component({
  selector: 'rq-project-nav',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <nav class="ml-3 flex h-full items-stretch gap-4 font-semibold" aria-label="Project">
      @for (to of pages; track to.page) {
        <a
          class="flex items-center"
          [class]="
            to.page === page() ? 'border-b-2 border-jonquil' : 'text-on-spruce/75 hover:text-on-spruce'
          "
          [attr.aria-current]="to.page === page() ? 'page' : null"
          [routerLink]="to.page === 'library' ? ['/projects', project()] : ['/projects', project(), to.page]"
          >{{ to.title }}</a
        >
      }
    </nav>
  `,
  host: { class: 'contents' },
})
export class ProjectNav {
  readonly project = input.required<string>();
  readonly page = input.required<ProjectPage>();
  readonly pages = pages;
}
