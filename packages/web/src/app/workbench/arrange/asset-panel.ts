import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { Edit } from '@renquil/core/edits';
import { mainRoot, type Json } from '@renquil/core/scene';
import {
  assetRules,
  assetTemplates,
  assetTypeKey,
  skeletonKey,
  skeletonStandards,
  templateFrom,
  templateKey,
  type AssetTemplate,
} from '@renquil/core/templates';
import { OpenScene } from '../../state/open-scene';
import { TemplateSheet, type TemplateSheetData } from './template-sheet';

/** What the asset is: its type, with the branches it must hold, and the standard its joints follow. */
@Component({
  selector: 'rq-asset-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="px-1 pb-1 font-bold">Asset</h2>
    @if (root() === null) {
      <p class="px-1.5 text-small text-ink-2">
        Put everything under one root first: it carries what the asset is.
      </p>
    } @else {
      <div class="grid grid-cols-[40px_minmax(0,1fr)] items-center gap-x-1.5 gap-y-1 px-1">
        <label for="asset-type" class="text-small text-ink-2">Type</label>
        <select
          #type
          id="asset-type"
          class="field !h-6 w-full min-w-0 !px-1 text-small"
          data-testid="asset-type"
          [disabled]="!open.mayEdit()"
          (change)="set(typeKey, type.value)"
        >
          <option value="" [selected]="held().type === ''">not said</option>
          @for (one of types(); track one) {
            <option [value]="one" [selected]="one === held().type">{{ one }}</option>
          }
        </select>
        <label for="asset-skeleton" class="text-small text-ink-2">Joints</label>
        <select
          #skeleton
          id="asset-skeleton"
          class="field !h-6 w-full min-w-0 !px-1 text-small"
          data-testid="asset-skeleton"
          [disabled]="!open.mayEdit()"
          (change)="set(skeletonKey, skeleton.value)"
        >
          <option value="" [selected]="held().skeleton === ''">no standard</option>
          @for (one of standards; track one.id) {
            <option [value]="one.id" [selected]="one.id === held().skeleton">{{ one.title }}</option>
          }
        </select>
      </div>
      @if (template(); as now) {
        <p class="px-1.5 pt-1 text-small text-ink-2">
          Holds {{ says(now) }}.
          <button
            type="button"
            class="font-semibold underline"
            data-testid="edit-template"
            (click)="edit(now)"
          >
            {{ open.mayEdit() ? 'Change' : 'See' }}
          </button>
        </p>
      }
    }
  `,
  host: { class: 'block' },
})
export class AssetPanel {
  readonly open = inject(OpenScene);
  readonly #dialog = inject(Dialog);
  readonly typeKey = assetTypeKey;
  readonly skeletonKey = skeletonKey;
  readonly standards = skeletonStandards;
  readonly root = computed(() => mainRoot(this.open.scene));
  readonly types = computed(() => [
    ...new Set([...Object.keys(assetTemplates), ...Object.keys(this.open.convention.source.templates ?? {})]),
  ]);
  readonly held = computed(() => {
    const root = this.root();
    const attributes = root === null ? {} : this.open.scene.get(root).attributes;
    const text = (key: string): string => (typeof attributes[key] === 'string' ? attributes[key] : '');
    return { type: text(assetTypeKey), skeleton: text(skeletonKey) };
  });
  readonly template = computed(() => {
    return assetRules(this.open.scene, this.open.convention.source.templates)?.template ?? null;
  });

  says({ branches }: AssetTemplate): string {
    return (
      branches.map(({ name, optional }) => (optional ? `${name} if any` : name)).join(', ') ||
      'no branches yet'
    );
  }
  set(key: string, value: string): void {
    this.#keep(key, value || undefined, value ? `Say that it is ${value}` : `Say nothing of its ${key}`);
  }
  edit(now: AssetTemplate): void {
    const root = this.root();
    if (root === null) return;
    const own = templateFrom(this.open.scene.get(root).attributes[templateKey]) !== null;
    const ref = this.#dialog.open<AssetTemplate | 'shipped'>(TemplateSheet, {
      data: {
        template: now,
        own,
        type: this.held().type,
        mayEdit: this.open.mayEdit(),
      } satisfies TemplateSheetData,
      ariaLabel: 'What the asset holds',
    });
    ref.closed.subscribe((made) => {
      if (made === 'shipped') this.#keep(templateKey, undefined, 'Back to the template of the type');
      else if (made) this.#keep(templateKey, made as unknown as Json, 'Change what the asset holds');
    });
  }
  #keep(key: string, to: Json | undefined, label: string): void {
    const root = this.root();
    if (root === null) return;
    const { attributes } = this.open.scene.get(root);
    const edit: Edit = {
      kind: 'attribute',
      object: root,
      key,
      ...(Object.hasOwn(attributes, key) ? { from: attributes[key]! } : {}),
      ...(to === undefined ? {} : { to }),
    };
    this.open.apply(label, [edit]);
  }
}
