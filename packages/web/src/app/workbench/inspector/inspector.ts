import { Component, computed, inject } from '@angular/core';
import { boxSize, fromMatrix, pathOf, worldBounds } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { LedgerState } from '../ledger/ledger-state';
import { degrees, metres } from './numbers';

interface Fact {
  readonly name: string;
  readonly value: string;
}

/** What the object last picked is made of: place, size, shape, materials, attributes. */
@Component({
  selector: 'rq-inspector',
  imports: [CountPipe],
  template: `
    @if (object(); as object) {
      <h2 class="truncate font-mono text-[14px] font-bold">
        <bdi>{{ object.name || '(no name)' }}</bdi>
      </h2>
      <bdi class="block truncate font-mono text-[12px] text-ink-2" [title]="path()">{{ path() }}</bdi>
      <dl class="mt-2 grid grid-cols-[88px_1fr] gap-x-3 gap-y-1">
        @for (fact of facts(); track fact.name) {
          <dt class="text-ink-2">{{ fact.name }}</dt>
          <dd class="min-w-0 truncate font-mono" [title]="fact.value">
            <bdi>{{ fact.value }}</bdi>
          </dd>
        }
      </dl>
      @if (attributes().length) {
        <h3 class="mt-3 font-bold">{{ attributes().length | count: 'attribute' }}</h3>
        <dl class="mt-1 grid grid-cols-[140px_1fr] gap-x-3 gap-y-1 font-mono">
          @for (fact of attributes(); track fact.name) {
            <dt class="truncate text-ink-2">{{ fact.name }}</dt>
            <dd class="min-w-0 truncate" [title]="fact.value">
              <bdi>{{ fact.value }}</bdi>
            </dd>
          }
        </dl>
      }
    } @else {
      <p class="text-ink-2">
        Pick an object, in the ledger or in the 3D view, to see where it sits and what it is made of.
      </p>
    }
  `,
  host: { class: 'block h-full overflow-y-auto bg-page p-3.5' },
})
export class Inspector {
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly object = computed(() => {
    this.#open.tick();
    const { active } = this.#ledger.picking();
    return active === null ? null : (this.#open.scene.find(active) ?? null);
  });
  readonly path = computed(() => (this.object() ? pathOf(this.#open.scene, this.object()!.id) : ''));
  readonly facts = computed<readonly Fact[]>(() => {
    this.#open.tick();
    const object = this.object();
    if (!object) return [];
    const { scene } = this.#open;
    const facts: Fact[] = [{ name: 'Kind', value: object.kind }];
    const world = fromMatrix(scene.world(object.id));
    const at = scene.world(object.id).slice(12, 15);
    facts.push({ name: 'Stands at', value: at.map(metres).join('  ') });
    if (world && 't' in world) {
      facts.push({ name: 'Turned', value: degrees(world.r).join('  ') });
      facts.push({ name: 'Scaled', value: world.s.map((n) => n.toFixed(3)).join('  ') });
    } else facts.push({ name: 'Turned', value: 'sheared: no turn and scale of its own' });
    const bounds = worldBounds(scene, object.id);
    if (bounds) facts.push({ name: 'Size', value: boxSize(bounds).map(metres).join('  ') });
    if (object.shape !== null) {
      const shape = scene.shapes[object.shape]!;
      const shared = [...scene.walk()].filter((other) => other.shape === object.shape).length;
      facts.push({
        name: 'Shape',
        value: `${shape.name || '(no name)'}, ${shape.faces} faces, ${shape.vertices} vertices${shared > 1 ? `, shared by ${shared}` : ''}`,
      });
    }
    if (object.materials.length)
      facts.push({
        name: 'Materials',
        value: object.materials.map((at) => scene.materials[at]?.name || '(no name)').join(', '),
      });
    facts.push({ name: 'Layer', value: object.layer });
    return facts;
  });
  readonly attributes = computed<readonly Fact[]>(() =>
    Object.entries(this.object()?.attributes ?? {}).map(([name, value]) => ({
      name,
      value: JSON.stringify(value),
    })),
  );
}
