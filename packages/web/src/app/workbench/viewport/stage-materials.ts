import {
  Color,
  DoubleSide,
  LineBasicMaterial,
  MeshBasicMaterial,
  MeshLambertMaterial,
  type Material,
} from 'three';
import type { Display, Scene } from '@renquil/core/scene';
import type { StageTextures } from './stage-textures';
import type { MarkKind } from './stage-marks';

/** The colours of the 3D view, from the page's. */
export interface StageColours {
  readonly sky: string;
  readonly ground: string;
  readonly ink: string;
  readonly pick: string;
  /** Of what is put right. */
  readonly will: string;
}

/** Materials of the view, each made once; those of lines and marks take on the colours of the page. */
export class StageMaterials {
  readonly #made = new Map<string, Material>();
  constructor(
    readonly scene: Scene,
    public colours: StageColours,
  ) {}

  get line(): Material {
    return this.#keep('line', () => new LineBasicMaterial({ color: this.colours.ink }));
  }
  get edge(): Material {
    return this.#keep(
      'edge',
      () => new LineBasicMaterial({ color: this.colours.ink, transparent: true, opacity: 0.38 }),
    );
  }
  mark(kind: MarkKind): Material {
    return this.#keep(kind, () => {
      const onTop = { depthTest: false, transparent: true };
      const { ink, [kind.startsWith('will') ? 'will' : 'pick']: color } = this.colours;
      if (kind.endsWith('fill'))
        return new MeshBasicMaterial({
          color,
          opacity: kind === 'will-fill' ? 0.4 : 0.7,
          side: DoubleSide,
          ...onTop,
        });
      if (kind.endsWith('line')) return new LineBasicMaterial({ color, ...onTop });
      return new LineBasicMaterial({ color: ink, opacity: 0.45, ...onTop });
    });
  }
  /** Pictures that materials show; null: none, their colours stand in for them. */
  show(textures: StageTextures | null): void {
    this.#textures = textures;
    for (const [key, material] of this.#made) {
      const [, index, look] = /^(\d+) (solid)$/.exec(key) ?? [];
      if (look) this.#dress(material as MeshLambertMaterial, Number(index));
    }
  }
  #textures: StageTextures | null = null;
  #dress(material: MeshLambertMaterial, index: number): void {
    const worn = this.#textures?.of(index) ?? null;
    const a = this.scene.materials[index]!.colour[3];
    material.map = worn?.map ?? null;
    material.alphaTest = typeof worn?.alpha === 'number' ? worn.alpha : 0;
    material.transparent = worn ? worn.alpha === 'BLEND' : a < 1;
    material.opacity = worn?.alpha === 'OPAQUE' ? 1 : a;
    material.depthWrite = !material.transparent;
    material.needsUpdate = true;
  }
  of(index: number | null, look: Display): Material {
    return this.#keep(`${index} ${look}`, () => {
      const [r, g, b, a] = index === null ? [0.62, 0.64, 0.62, 1] : this.scene.materials[index]!.colour;
      const opacity = { ghost: 0.16, box: 0.1, wire: 1, solid: a }[look];
      const colour = look === 'ghost' || look === 'box' ? new Color(this.colours.ink) : new Color(r, g, b);
      const made = new MeshLambertMaterial({
        color: colour,
        side: DoubleSide,
        wireframe: look === 'wire',
        transparent: opacity < 1,
        opacity,
        depthWrite: opacity === 1,
      });
      if (index !== null && look === 'solid' && this.#textures) this.#dress(made, index);
      return made;
    });
  }
  /** Objects keep their own colours. */
  colour(colours: StageColours): void {
    this.colours = colours;
    const ink = /^(line|edge|pick-edge|will-edge)$| (ghost|box)$/;
    for (const [key, material] of this.#made) {
      const { color } = material as LineBasicMaterial;
      if (ink.test(key)) color.set(colours.ink);
      else if (key.startsWith('pick')) color.set(colours.pick);
      else if (key.startsWith('will')) color.set(colours.will);
    }
  }
  dispose(): void {
    for (const material of this.#made.values()) material.dispose();
  }
  #keep(key: string, make: () => Material): Material {
    let material = this.#made.get(key);
    if (!material) this.#made.set(key, (material = make()));
    return material;
  }
}
