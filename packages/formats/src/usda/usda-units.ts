import { identityMat4, multiply, type Mat4, type Vec3 } from '@renquil/core/math';
import type { UsdaStage } from './usda-stage.js';

/** From what a layer measures in to metres with Y up, and back. */
export class UsdaUnits {
  /** Metres for one unit of the layer; 0.01 where it says nothing (OpenUSD, UsdGeomLinearUnits). */
  readonly metres: number;
  readonly isZUp: boolean;
  /** Turns what the layer has up to where the scene has it. */
  readonly turn: Mat4;
  readonly turnBack: Mat4;
  constructor(stage: UsdaStage) {
    const { meta } = stage.layer;
    const [metres = 0.01] = stage.numbers(meta?.fields.get('metersPerUnit')?.at(-1)?.value);
    this.metres = Number.isFinite(metres) && metres > 0 ? metres : 0.01;
    this.isZUp = stage.text(meta?.fields.get('upAxis')?.at(-1)?.value)?.toUpperCase() === 'Z';
    // A quarter turn about X: what was Z is Y, what was Y is -Z. Exact, so that it can be taken back.
    this.turn = this.isZUp ? [1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1] : identityMat4;
    this.turnBack = this.isZUp ? [1, 0, 0, 0, 0, 0, 1, 0, 0, -1, 0, 0, 0, 0, 0, 1] : identityMat4;
  }
  point([x, y, z]: Vec3): Vec3 {
    const k = this.metres;
    return this.isZUp ? [x * k, z * k, -y * k || 0] : [x * k, y * k, z * k];
  }
  /** A transform of the layer as one of the scene: B L B^-1, where B turns and scales. */
  into(m: Mat4): Mat4 {
    return this.#scaled(this.isZUp ? multiply(multiply(this.turn, m), this.turnBack) : m, this.metres);
  }
  back(m: Mat4): Mat4 {
    return this.#scaled(this.isZUp ? multiply(multiply(this.turnBack, m), this.turn) : m, 1 / this.metres);
  }
  #scaled(m: Mat4, by: number): Mat4 {
    return by === 1 ? m : [...m.slice(0, 12), m[12]! * by, m[13]! * by, m[14]! * by, m[15]!];
  }
}
