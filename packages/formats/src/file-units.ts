import { identityMat4, multiply, type Mat4, type Transform, type Vec3 } from '@renquil/core/math';

/** From what a file measures in to metres with Y up, and back. */
export class FileUnits {
  /** Turns what the file has up to where the scene has it. */
  readonly turn: Mat4;
  readonly turnBack: Mat4;
  constructor(
    /** Metres for one unit of the file. */
    readonly metres = 1,
    readonly isZUp = false,
  ) {
    // A quarter turn about X: what was Z is Y, what was Y is -Z. Exact, so that it can be taken back.
    this.turn = isZUp ? [1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0, 0, 0, 0, 1] : identityMat4;
    this.turnBack = isZUp ? [1, 0, 0, 0, 0, 0, 1, 0, 0, -1, 0, 0, 0, 0, 0, 1] : identityMat4;
  }
  /** Whether the file measures as the scene does. */
  get areScene(): boolean {
    return this.metres === 1 && !this.isZUp;
  }
  point([x, y, z]: Vec3): Vec3 {
    const k = this.metres;
    return this.isZUp ? [x * k, z * k, -y * k || 0] : [x * k, y * k, z * k];
  }
  /** A transform of the file as one of the scene: B L B^-1, where B turns and scales. */
  into(m: Mat4): Mat4 {
    return this.#scaled(this.isZUp ? multiply(multiply(this.turn, m), this.turnBack) : m, this.metres);
  }
  back(m: Mat4): Mat4 {
    return this.#scaled(this.isZUp ? multiply(multiply(this.turnBack, m), this.turn) : m, 1 / this.metres);
  }
  /** The same of a local transform: translation, rotation and scale turn one by one, so that their numbers stay exact. */
  backTransform(local: Transform): Transform {
    if ('m' in local) return { m: this.back(local.m) };
    return this.#turned(local, this.isZUp ? -1 : 0, 1 / this.metres);
  }
  intoTransform(local: Transform): Transform {
    if ('m' in local) return { m: this.into(local.m) };
    return this.#turned(local, this.isZUp ? 1 : 0, this.metres);
  }
  #turned({ t, r, s }: Exclude<Transform, { m: Mat4 }>, turn: number, by: number): Transform {
    if (!turn && by === 1) return { t, r, s };
    const [x, y, z] = [t[0] * by, t[1] * by, t[2] * by];
    if (!turn) return { t: [x, y, z], r, s };
    // Into the scene: x, z, -y; back: x, -z, y. A rotation turns as its axis does; scales along Y and Z change places.
    return turn > 0
      ? { t: [x, z, -y || 0], r: [r[0], r[2], -r[1] || 0, r[3]], s: [s[0], s[2], s[1]] }
      : { t: [x, -z || 0, y], r: [r[0], -r[2] || 0, r[1], r[3]], s: [s[0], s[2], s[1]] };
  }
  #scaled(m: Mat4, by: number): Mat4 {
    return by === 1 ? m : [...m.slice(0, 12), m[12]! * by, m[13]! * by, m[14]! * by, m[15]!];
  }
}
