import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucidePlus, lucideTrash2 } from '@ng-icons/lucide';
import { planView, viewNow, type SceneView } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { Tip } from '../../ui/tip';

/** Views: saved combinations of what is shown. A click shows one; taking it back is an undo like any other. */
@Component({
  selector: 'rq-view-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgIcon, Tip],
  viewProviders: [provideIcons({ lucidePlus, lucideTrash2 })],
  template: `
    <div class="flex items-center justify-between px-1 pb-1">
      <h2 class="font-bold">Views</h2>
      <button
        type="button"
        class="grid size-6 place-items-center rounded text-ink-2 hover:bg-sunk"
        [disabled]="!open.mayEdit()"
        aria-label="Keep what is shown now as a view"
        rqTip="Keep what is shown now as a view"
        data-testid="new-view"
        (click)="naming.set(true)"
      >
        <ng-icon name="lucidePlus" size="14px" />
      </button>
    </div>
    @if (naming()) {
      <form class="px-1 pb-1" (submit)="keep(name.value); $event.preventDefault()">
        <input
          #name
          class="field w-full"
          placeholder="name of the view"
          aria-label="Name of the view"
          maxlength="200"
          data-testid="view-name"
          (keydown.escape)="naming.set(false)"
        />
      </form>
    }
    @for (view of views(); track view.name) {
      <div class="group flex h-7 items-center rounded-md pr-0.5">
        <button
          type="button"
          class="flex h-full min-w-0 flex-1 items-center px-1.5 text-left disabled:opacity-60"
          [disabled]="!open.mayEdit()"
          data-testid="view"
          (click)="show(view.view)"
        >
          <bdi class="truncate">{{ view.name }}</bdi>
        </button>
        @if (view.view && open.mayEdit()) {
          <button
            type="button"
            class="grid size-6 place-items-center rounded text-ink-2 opacity-0 group-hover:opacity-100 hover:bg-sunk focus-visible:opacity-100"
            [attr.aria-label]="'Delete the view ' + view.name"
            (click)="remove(view.view)"
          >
            <ng-icon name="lucideTrash2" size="12px" />
          </button>
        }
      </div>
    }
  `,
  host: { class: 'block' },
})
export class ViewList {
  readonly open = inject(OpenScene);
  readonly field = viewChild<ElementRef<HTMLInputElement>>('name');
  readonly naming = signal(false);
  readonly focusing = afterRenderEffect(() => this.field()?.nativeElement.focus());
  readonly views = computed((): { name: string; view: SceneView | null }[] => {
    const saved = [...this.open.scene.views.values()].map((view) => ({ name: view.name, view }));
    return [{ name: 'All on', view: null }, ...saved];
  });

  show(view: SceneView | null): void {
    this.open.apply(`Show ${view?.name ?? 'everything'}`, planView(this.open.scene, view));
  }
  keep(typed: string): void {
    const name = typed.trim().slice(0, 200);
    this.naming.set(false);
    if (!name) return;
    const from = this.open.scene.views.get(name) ?? null;
    this.open.apply(`Keep the view ${name}`, [
      { kind: 'named-view', name, from, to: viewNow(this.open.scene, name) },
    ]);
  }
  remove(view: SceneView): void {
    this.open.apply(`Delete the view ${view.name}`, [
      { kind: 'named-view', name: view.name, from: view, to: null },
    ]);
  }
}
