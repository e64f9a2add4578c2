import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { boxSize, type Vec3 } from '@renquil/core/math';
import { leftOutside, transformIn, type TransformSpace, type PivotAt } from '@renquil/core/plans';
import { isInSet, parseQuery } from '@renquil/core/query';
import { mainRoot, pathOf, worldBounds } from '@renquil/core/scene';
import { changesInPlace, OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { NameText } from '../../ui/name-text';
import { ArrangeState } from '../arrange/arrange-state';
import { LedgerState } from '../ledger/ledger-state';
import { FacingLine } from './facing-line';
import { metres } from './numbers';
import { PivotPicker, type Anchor } from './pivot-picker';
import { fromDegrees, tidy, toDegrees } from './turns';
import { Tip } from '../../ui/tip';

interface Fact {
  readonly name: string;
  readonly value: string;
}
const axes = ['X', 'Y', 'Z'] as const;

/** The object last picked: its place as numbers that can be typed, its pivot and rest, and what it is made of. */
@Component({
  selector: 'rq-inspector',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, FacingLine, NameText, PivotPicker, Tip],
  templateUrl: './inspector.html',
  host: { class: 'block h-full overflow-y-auto bg-page p-3.5' },
})
export class Inspector {
  readonly open = inject(OpenScene);
  readonly ledger = inject(LedgerState);
  readonly arrange = inject(ArrangeState);
  readonly space = signal<TransformSpace>('parent');
  readonly spaces: readonly (readonly [TransformSpace, string])[] = [
    ['world', 'World'],
    ['parent', 'From parent'],
    ['rest', 'From rest'],
  ];
  readonly axes = axes;
  readonly depth = signal(0);
  readonly object = computed(() => {
    const { active } = this.ledger.picking();
    return active === null ? null : (this.open.scene.find(active) ?? null);
  }, changesInPlace);
  readonly path = computed(() => (this.object() ? pathOf(this.open.scene, this.object()!.id) : ''));
  readonly place = computed(() => {
    const object = this.object();
    const place = object && transformIn(this.open.scene, object.id, this.space());
    return place && 't' in place ? place : null;
  });
  readonly rows = computed(() => {
    const place = this.place();
    return place
      ? [
          { name: 'Move', unit: 'metres', values: place.t.map(tidy) },
          { name: 'Turn', unit: 'degrees', values: toDegrees(place.r).map(tidy) },
          { name: 'Scale', unit: 'times', values: place.s.map(tidy) },
        ]
      : [];
  });
  /** Which of the nine places of its bounds the object's own origin lies at, at the depth that is asked for. */
  readonly anchor = computed<Anchor | null>(() => {
    const object = this.object();
    const bounds = object && worldBounds(this.open.scene, object.id);
    if (!bounds) return null;
    const world = this.open.scene.world(object.id);
    const at = [0, 1, 2].map((k) => {
      const [low, high, own] = [bounds.min[k]!, bounds.max[k]!, world[12 + k]!];
      const half = (high - low) / 2;
      // A flat side has one place only.
      if (half < 1e-6) return Math.abs(own - low) < 1e-4 ? 'any' : null;
      const part = (own - low - half) / half;
      return [-1, 0, 1].find((one) => Math.abs(one - part) < 1e-3) ?? null;
    });
    const [x, y, z] = at;
    if (x === null || y === null || (z !== 'any' && z !== this.depth())) return null;
    return { x: x === 'any' ? 0 : x!, y: y === 'any' ? 0 : y! };
  });
  readonly facts = computed<readonly Fact[]>(() => {
    const object = this.object();
    if (!object) return [];
    const { scene } = this.open;
    const facts: Fact[] = [];
    const bounds = worldBounds(scene, object.id);
    if (bounds) facts.push({ name: 'Size', value: boxSize(bounds).map(metres).join('  ') });
    if (object.shape !== null) {
      const shape = scene.shapes[object.shape]!;
      facts.push({
        name: 'Shape',
        value: `${shape.name || '(no name)'}, ${shape.faces} faces, ${shape.vertices} vertices`,
      });
    }
    if (object.materials.length)
      facts.push({
        name: 'Materials',
        value: object.materials.map((at) => scene.materials[at]?.name || '(no name)').join(', '),
      });
    facts.push({ name: 'Layer', value: object.layer });
    const sets = [...scene.sets.values()]
      .filter((set) => isInSet(scene, object, set, parseQuery))
      .map((set) => set.name);
    if (sets.length) facts.push({ name: 'Sets', value: sets.join(', ') });
    for (const [name, value] of Object.entries(object.attributes))
      facts.push({ name, value: JSON.stringify(value) });
    return facts;
  });

  /** What would stay behind when the main root is moved. */
  readonly outside = computed(() => {
    const { scene, convention } = this.open;
    const left = leftOutside(scene, convention);
    const main = mainRoot(scene);
    if (!left.length || main === null) return null;
    const names = left.slice(0, 3).map((id) => scene.get(id).name || '(no name)');
    const more = left.length - names.length;
    const listed = more ? `${names.join(', ')} and ${more} more` : names.join(' and ');
    return {
      main: scene.get(main).name,
      says: `${listed} ${left.length === 1 ? 'sits' : 'sit'} outside the root.`,
    };
  });

  /** Three numbers, metres in the world; anything else leaves the pivot where it is. */
  typePivot(field: HTMLInputElement): void {
    const numbers = field.value
      .trim()
      .split(/[\s;]+/)
      .map((part) => Number(part.replace(',', '.')));
    if (numbers.length === 3 && numbers.every(Number.isFinite)) {
      this.arrange.pivot({ point: numbers as unknown as Vec3 });
      field.value = '';
    }
  }
  /** A number was typed into one of the nine fields; what is no number puts the old one back. */
  type(row: number, axis: number, field: HTMLInputElement): void {
    const place = this.place();
    const object = this.object();
    const n = Number(field.value.replace(',', '.'));
    if (!place || !object || field.value.trim() === '' || !Number.isFinite(n) || (row === 2 && n === 0)) {
      field.value = this.rows()[row]?.values[axis] ?? '';
      return;
    }
    if (tidy(n) === this.rows()[row]!.values[axis]) return;
    const set = (v: Vec3): Vec3 => v.map((old, i) => (i === axis ? n : old)) as unknown as Vec3;
    const to =
      row === 0
        ? { ...place, t: set(place.t) }
        : row === 1
          ? { ...place, r: fromDegrees(set(toDegrees(place.r))) }
          : { ...place, s: set(place.s) };
    if (!this.arrange.setTransform(object.id, this.space(), to))
      field.value = this.rows()[row]!.values[axis]!;
  }
  pivot(at: PivotAt): void {
    this.arrange.pivot(at);
  }
}
