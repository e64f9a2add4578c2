import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { TopBar } from '../shell/top-bar';
import { ProjectCrumb } from '../shell/project-crumb';
import { Session } from '../state/session';

/** For who is in no project: what to do about it. */
@Component({
  selector: 'rq-no-project',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProjectCrumb, TopBar],
  template: `
    <rq-top-bar><rq-project-crumb crumbs project="" page="library" /></rq-top-bar>
    <main class="grid min-h-0 flex-1 place-items-center p-6">
      <div class="card max-w-md p-6 text-center">
        <h1 class="text-head font-bold">You are in no project</h1>
        <p class="mt-2 text-ink-2">
          {{
            session.info()?.account?.makesProjects
              ? 'Make one: the button is at the top, where projects stand.'
              : 'A lead invites you by a link. Open it while you are signed in here.'
          }}
        </p>
      </div>
    </main>
  `,
  host: { class: 'flex h-full flex-col' },
})
export class NoProject {
  readonly session = inject(Session);
}
