import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { provideIcons } from '@ng-icons/core';
import { lucidePlus, lucideTrash2 } from '@ng-icons/lucide';
import { planView, viewNow } from '@renquil/core/plans';
import type { SceneView } from '@renquil/core/scene';
import { OpenScene } from '../../state/open-scene';
import { IconButton } from '../../ui/icon-button';
import { NameForm } from '../../ui/name-form';

/** Views: saved combinations of what is shown. A click shows one; taking it back is an undo like any other. */
@Component({
  selector: 'rq-view-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton, NameForm],
  viewProviders: [provideIcons({ lucidePlus, lucideTrash2 })],
  template: `
    <div class="flex items-center justify-between px-1 pb-1">
      <h2 class="font-bold">Views</h2>
      <button
        rqIconButton="lucidePlus"
        label="Keep what is shown now as a view"
        [disabled]="!open.mayEdit()"
        data-testid="new-view"
        (click)="naming.set(true)"
      ></button>
    </div>
    @if (naming()) {
      <rq-name-form of="view" (named)="keep($event)" (left)="naming.set(false)" />
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
            rqIconButton="lucideTrash2"
            size="12px"
            quiet
            [label]="'Delete the view ' + view.name"
            (click)="remove(view.view)"
          ></button>
        }
      </div>
    }
  `,
  host: { class: 'block' },
})
export class ViewList {
  readonly open = inject(OpenScene);
  readonly naming = signal(false);
  readonly views = computed((): { name: string; view: SceneView | null }[] => {
    const saved = [...this.open.scene.views.values()].map((view) => ({ name: view.name, view }));
    return [{ name: 'All on', view: null }, ...saved];
  });

  show(view: SceneView | null): void {
    this.open.apply(`Show ${view?.name ?? 'everything'}`, planView(this.open.scene, view));
  }
  keep(name: string): void {
    this.naming.set(false);
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
