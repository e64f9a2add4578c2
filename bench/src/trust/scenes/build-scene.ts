import type { Transform } from '@renquil/core/math';
import { allOn, Scene, type ObjectId, type Shape } from '@renquil/core/scene';
import type { AssetParts, PartRow } from './assets.js';
import type { Habit } from './habits.js';
import { joinPieces, type NamePiece, type Truth } from './truth.js';

export interface Placing {
  readonly asset: AssetParts;
  readonly facing: '+Z' | '-Z' | '+X' | '-X';
  readonly at: readonly [number, number, number];
}
export interface MadeScene {
  readonly scene: Scene;
  /** What each object is, and its right name in pieces. */
  readonly truth: ReadonlyMap<ObjectId, { readonly is: Truth; readonly pieces: readonly NamePiece[] }>;
}
/** Radians about +Y that turn the front from +Z. */
const turns = { '+Z': 0, '+X': Math.PI / 2, '-Z': Math.PI, '-X': -Math.PI / 2 } as const;

/** Puts assets into a scene, named by a habit. `flat`: without groups. Several of one asset stand under one root. */
export function buildScene(
  placings: readonly Placing[],
  habit: Habit,
  { flat = false, heap = false }: { readonly flat?: boolean; readonly heap?: boolean } = {},
): MadeScene {
  const maker = new Maker(placings, habit);
  const top = heap ? maker.put({ kind: 'group', words: ['yard'] }, null) : null;
  placings.forEach((placing, i) => {
    const turn = turns[placing.facing];
    const number = placings.filter((one) => one.asset === placing.asset).length > 1 ? i + 1 : undefined;
    const root = maker.put(
      { kind: 'group', words: placing.asset.name.split(' '), ...(number ? { number } : {}) },
      top,
      { t: [...placing.at], r: [0, Math.sin(turn / 2), 0, Math.cos(turn / 2)], s: [1, 1, 1] },
    );
    for (const [name, rows] of Object.entries(placing.asset.groups)) {
      const group = flat
        ? root
        : maker.put({ kind: 'group', words: name.split(' '), ...(number ? { number } : {}) }, root);
      for (const row of rows)
        for (const one of spread(row)) maker.put(countOn(one.is, row, number), group, one.local, row);
    }
  });
  return maker.done();
}

/** Names are unique: of several assets, each counts on from the one before. */
function countOn(is: Truth, { count = 1 }: PartRow, asset: number | undefined): Truth {
  return asset === undefined ? is : { ...is, number: (asset - 1) * count + (is.number ?? 1) };
}

class Maker {
  readonly #shapes: Shape[] = [];
  readonly #shapeOf = new Map<PartRow, number>();
  readonly #materials: string[] = [];
  readonly #objects: Parameters<Scene['append']>[] = [];
  readonly #truth = new Map<ObjectId, { is: Truth; pieces: readonly NamePiece[] }>();
  constructor(
    placings: readonly Placing[],
    readonly habit: Habit,
  ) {
    for (const { asset } of placings)
      for (const rows of Object.values(asset.groups))
        for (const row of rows) {
          if (!this.#shapeOf.has(row)) this.#shapeOf.set(row, this.#addShape(row));
          if (row.surface && !this.#materials.includes(row.surface)) this.#materials.push(row.surface);
        }
  }
  #addShape({ size: [w, h, d] }: PartRow): number {
    const n = this.#shapes.length;
    this.#shapes.push({
      name: `data.${n}`,
      faces: 12 + n * 2,
      vertices: 24 + n * 3,
      digest: `shape ${n}`,
      bounds: { min: [-w / 2, -h / 2, -d / 2], max: [w / 2, h / 2, d / 2] },
    });
    return n;
  }
  put(is: Truth, parent: ObjectId | null, local?: Transform, row?: PartRow): ObjectId {
    const id = this.#objects.length + 1;
    const pieces = this.habit.write(is);
    this.#truth.set(id, { is, pieces });
    const drawn = is.kind === 'mesh' && row;
    this.#objects.push([
      {
        id,
        name: joinPieces(pieces),
        kind: is.kind,
        local: local ?? { t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] },
        shape: drawn ? this.#shapeOf.get(row)! : null,
        materials: drawn && row.surface ? [this.#materials.indexOf(row.surface)] : [],
        switches: allOn,
        layer: 'Base',
        mark: null,
        attributes: {},
        rest: null,
        source: null,
      },
      parent,
    ]);
    return id;
  }
  done(): MadeScene {
    const scene = new Scene(
      this.#shapes,
      this.#materials.map((name) => ({ name, colour: [1, 1, 1, 1] as const })),
    );
    for (const one of this.#objects) scene.append(...one);
    return { scene, truth: this.#truth };
  }
}

function* spread(row: PartRow): Generator<{ is: Truth; local: Transform }> {
  const { at, count = 1, step = [0, 0, 0], kind = 'mesh' } = row;
  for (const side of row.sided ? (['left', 'right'] as const) : [undefined])
    for (const depth of row.deep ? (['front', 'back'] as const) : [undefined])
      for (let i = 0; i < count; i++) {
        const x = (at[0] + i * step[0]) * (side === 'right' ? -1 : 1);
        const z = (at[2] + i * step[2]) * (depth === 'back' ? -1 : 1);
        yield {
          is: {
            kind,
            words: row.words.split(' '),
            ...(side ? { side } : {}),
            ...(depth ? { depth } : {}),
            ...(count > 1 ? { number: i + 1 } : {}),
            ...(row.surface ? { surface: row.surface } : {}),
          },
          local: { t: [x, at[1] + i * step[1], z], r: [0, 0, 0, 1], s: [1, 1, 1] },
        };
      }
}
