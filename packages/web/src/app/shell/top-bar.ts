import { Dialog } from '@angular/cdk/dialog';
import { CdkMenuItem, CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, DestroyRef, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideSearch } from '@ng-icons/lucide';
import { Commands } from '../state/commands';
import { Session } from '../state/session';
import { Theme, themeChoices } from '../state/theme';
import { MenuChoice } from '../ui/menu-choice';
import { DoAnything } from './do-anything';
import { KeyList } from './key-list';
import { WordSheet } from './word-sheet';
import { MenuItem } from '../ui/menu-item';
import { MenuPanel } from '../ui/menu-panel';

/** Mark, where one is, what can be done, who one is. The steps of a scene go into the middle. */
@Component({
  selector: 'rq-top-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuItem, CdkMenuTrigger, MenuChoice, MenuItem, MenuPanel, NgIcon, RouterLink],
  viewProviders: [provideIcons({ lucideSearch })],
  template: `
    <a routerLink="/" class="flex items-center gap-2.5 text-title font-bold"
      ><img src="mark.svg" alt="" class="size-6" /><span class="max-[760px]:sr-only">Renquil</span></a
    >
    <ng-content select="[crumbs]" />
    <span class="flex flex-1 justify-center"><ng-content select="[middle]" /></span>
    <button
      type="button"
      class="flex h-[26px] min-w-0 shrink-[99] items-center gap-2 rounded-md bg-spruce-deep px-2.5 whitespace-nowrap text-on-spruce/85 hover:text-on-spruce"
      data-testid="do-anything"
      (click)="doAnything()"
    >
      <ng-icon class="shrink-0" name="lucideSearch" size="14px" />
      <span class="min-w-0 overflow-hidden max-[1150px]:hidden">Do anything</span>
      <kbd class="shrink-0 font-sans text-tiny max-[760px]:sr-only">Ctrl K</kbd>
    </button>
    <ng-content select="[right]" />
    <button
      type="button"
      class="grid size-[26px] place-items-center rounded-full bg-person text-tiny font-bold text-on-jonquil"
      [cdkMenuTriggerFor]="account"
      [attr.aria-label]="'Account of ' + session.info()?.account?.name"
    >
      {{ session.initials() }}
    </button>
    <ng-template #account>
      <div class="min-w-48" rqMenu>
        <p class="px-3 py-1.5 font-bold">{{ session.info()?.account?.name }}</p>
        <a class="btn btn-bare w-full" cdkMenuItem routerLink="/account" data-testid="account"
          >Password and sessions</a
        >
        <hr class="my-1 border-line" />
        @for (choice of themes; track choice) {
          <button [rqMenuChoice]="theme.choice() === choice" (chosen)="theme.choose(choice)">
            {{ { light: 'Light', dark: 'Dark', system: 'Colours of the system' }[choice]
            }}{{ choice === 'system' ? '' : ' colours' }}
          </button>
        }
        <hr class="my-1 border-line" />
        <button rqMenuItem (chosen)="keys()">Keys</button>
        <a class="btn btn-bare w-full" cdkMenuItem routerLink="/reference" data-testid="reference">The API</a>
        <button rqMenuItem (chosen)="signOut()" data-testid="sign-out">Sign out</button>
      </div>
    </ng-template>
  `,
  host: {
    class:
      'flex h-[46px] shrink-0 items-center gap-3.5 bg-spruce px-3.5 text-on-spruce max-[760px]:gap-1.5 max-[760px]:px-2',
    role: 'banner',
    '(document:keydown)': 'hear($event)',
  },
})
export class TopBar {
  readonly session = inject(Session);
  readonly theme = inject(Theme);
  readonly themes = themeChoices;
  readonly #commands = inject(Commands);
  readonly #dialog = inject(Dialog);
  readonly #router = inject(Router);

  constructor() {
    const remove = this.#commands.add(() => [
      { id: 'do-anything', title: 'Do anything', keys: 'Ctrl K', run: () => this.doAnything() },
      { id: 'keys', title: 'List the keys', keys: '?', run: () => this.keys() },
      { id: 'theme', title: 'Change between light and dark colours', run: () => this.theme.toggle() },
      { id: 'home', title: 'Go to the library', run: () => void this.#router.navigateByUrl('/') },
      {
        id: 'waivers',
        title: 'Go to the waivers of the project',
        run: () => void this.#router.navigate(['/projects', this.#project()?.slug, 'waivers']),
      },
      {
        id: 'trends',
        title: 'Go to the trends of the project',
        run: () => void this.#router.navigate(['/projects', this.#project()?.slug, 'trends']),
      },
      {
        id: 'targets',
        title: 'Go to the targets of the project',
        run: () => void this.#router.navigate(['/projects', this.#project()?.slug, 'targets']),
      },
      {
        id: 'conventions',
        title: 'Go to the conventions',
        run: () => void this.#router.navigate(['/projects', this.#project()?.slug, 'conventions']),
      },
      {
        id: 'people',
        title: 'Go to the people of the project',
        run: () => void this.#router.navigate(['/projects', this.#project()?.slug, 'people']),
      },
      {
        id: 'account',
        title: 'Your password and sessions',
        run: () => void this.#router.navigateByUrl('/account'),
      },
      {
        id: 'reference',
        title: 'Read what the API takes and answers',
        run: () => void this.#router.navigateByUrl('/reference'),
      },
      ...(this.session.info()?.projects ?? [])
        .filter(({ slug }) => slug !== this.#project()?.slug)
        .map(({ slug, name }) => ({
          id: `project-${slug}`,
          title: `Go to the project ${name}`,
          run: () => void this.#router.navigate(['/projects', slug]),
        })),
      { id: 'word', title: 'A word in every scene: where it is, rename it', run: () => this.word() },
      { id: 'sign-out', title: 'Sign out', run: () => this.signOut() },
    ]);
    inject(DestroyRef).onDestroy(remove);
  }
  hear(event: KeyboardEvent): void {
    if (this.#dialog.openDialogs.length || event.defaultPrevented) return;
    this.#commands.hear(event);
  }
  doAnything(): void {
    const { overlayRef } = this.#dialog.open(DoAnything, {
      ariaLabel: 'Do anything',
      panelClass: 'mb-auto',
      autoFocus: 'input',
    });
    // At once, not with the next frame: who knows what they want types on without looking.
    overlayRef.overlayElement.querySelector('input')?.focus();
  }
  word(): void {
    const project = this.#project();
    if (!project) return;
    const data = { project: project.slug, mayEdit: project.role !== 'viewer' };
    this.#dialog.open(WordSheet, { ariaLabel: 'A word in every scene', data });
  }
  #project() {
    return this.session.here();
  }
  keys(): void {
    this.#dialog.open(KeyList, { ariaLabel: 'Keys' });
  }
  signOut(): void {
    this.session.signOut().subscribe(() => void this.#router.navigateByUrl('/sign-in'));
  }
}
