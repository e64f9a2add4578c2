import { CdkMenuTrigger } from '@angular/cdk/menu';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Api } from '../../state/api';
import type { KeptRecipe } from '@renquil/api';
import { OpenScene } from '../../state/open-scene';
import { Doing } from '../../ui/doing';
import { saveJson } from '../../ui/save-file';
import { ToastList } from '../../state/toast-list';
import { BenchState } from './bench-state';
import { MenuItem } from '../../ui/menu-item';
import { MenuPanel } from '../../ui/menu-panel';
import { Tip } from '../../ui/tip';

/** Recipes kept for the project: put on the bench, kept under a name, deleted, saved as a file for the command line. */
@Component({
  selector: 'rq-recipe-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkMenuTrigger, MenuItem, MenuPanel, Tip],
  template: `
    <button
      type="button"
      class="btn btn-bare"
      data-testid="recipes"
      [cdkMenuTriggerFor]="menu"
      (click)="load()"
    >
      Recipes
    </button>
    <ng-template #menu>
      <div class="w-64" rqMenu>
        @for (one of kept(); track one.id) {
          <div class="flex items-center">
            <button
              class="min-w-0 flex-1"
              rqMenuItem
              [rqTip]="one.recipe.steps.length + ' steps, kept by ' + one.author"
              (chosen)="bench.load(one.recipe)"
            >
              <span class="truncate">{{ one.recipe.name }}</span>
            </button>
            @if (open.mayEdit()) {
              <button
                class="!px-2"
                rqMenuItem
                [attr.aria-label]="'Delete the recipe ' + one.recipe.name"
                (chosen)="remove(one)"
              >
                ×
              </button>
            }
          </div>
        } @empty {
          <p class="px-2.5 py-1.5 text-ink-2">
            {{ kept() === null ? 'Loading…' : 'No recipe is kept yet.' }}
          </p>
        }
        @if (bench.steps().length) {
          <hr class="my-1 border-line" />
          <div class="flex gap-1 p-1">
            <input
              #name
              class="field min-w-0 flex-1"
              placeholder="Keep these steps as"
              aria-label="Name of the recipe"
              data-testid="recipe-name"
              maxlength="120"
              [value]="bench.name()"
              (keydown)="key($event, name.value)"
            />
            <button type="button" class="btn" [disabled]="!open.mayEdit()" (click)="keep(name.value)">
              Keep
            </button>
          </div>
          <button rqMenuItem (chosen)="download()">Save as a file</button>
        }
      </div>
    </ng-template>
  `,
})
export class RecipeMenu {
  readonly open = inject(OpenScene);
  readonly bench = inject(BenchState);
  readonly #api = inject(Api);
  readonly #toasts = inject(ToastList);
  readonly kept = signal<readonly KeptRecipe[] | null>(null);
  readonly #asking = new Doing((error) => this.#toasts.complain(error));

  get #project(): string {
    return this.open.info()!.project.slug;
  }
  /** Letters typed here are no keys of the menu. */
  key(event: KeyboardEvent, name: string): void {
    if (event.key === 'Escape') return;
    event.stopPropagation();
    if (event.key === 'Enter') void this.keep(name);
  }
  load(): Promise<boolean> {
    return this.#asking.run(
      () => this.#api.recipes(this.#project),
      (kept) => this.kept.set(kept),
    );
  }
  async keep(name: string): Promise<void> {
    if (!name.trim()) return;
    const recipe = this.bench.recipe(name.trim());
    const went = await this.#asking.run(
      () => this.#api.saveRecipe(this.#project, recipe),
      () => {
        this.bench.name.set(recipe.name);
        this.#toasts.say(`The recipe ${recipe.name} is kept for the project.`);
      },
    );
    if (went) await this.load();
  }
  async remove({ id, recipe }: KeptRecipe): Promise<void> {
    await this.#asking.run(
      () => this.#api.deleteRecipe(this.#project, id),
      () => this.#toasts.say(`The recipe ${recipe.name} is deleted.`),
    );
  }
  download(): void {
    const recipe = this.bench.recipe(this.bench.name() || 'recipe');
    saveJson(recipe, recipe.name, '.json');
  }
}
