type Triple = readonly [number, number, number];

/** Writes an OBJ file: points are counted through the whole of it, from 1. */
export class ObjBuilder {
  readonly #lines: string[] = [];
  #points = 0;

  line(text: string): void {
    this.#lines.push(text);
  }
  /** A group of one box about a middle, turned about what is up, in degrees. */
  box(name: string, of: string, { size, at, turn = 0 }: { size: Triple; at: Triple; turn?: number }): void {
    this.#group(name, of);
    const [x, y, z] = size.map((n) => n / 2) as [number, number, number];
    const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
    for (let i = 0; i < 8; i++) {
      const [u, v, w] = [i & 1 ? x : -x, i & 2 ? y : -y, i & 4 ? z : -z];
      this.#point(at[0] + u * cos + w * sin, at[1] + v, at[2] - u * sin + w * cos);
    }
    const faces = ['1 3 4 2', '5 6 8 7', '1 2 6 5', '3 7 8 4', '1 5 7 3', '2 4 8 6'];
    for (const face of faces) this.#face(face.split(' ').map(Number), 8);
  }
  /** A group of one standing prism of many sides, wider in the middle where it bulges. */
  drum(
    name: string,
    of: string,
    { radius, height, at, bulge = 1 }: { radius: number; height: number; at: Triple; bulge?: number },
  ): void {
    this.#group(name, of);
    const sides = 16;
    const rings = bulge === 1 ? [0, 1] : [0, 0.25, 0.5, 0.75, 1];
    for (const ring of rings) {
      const wide = radius * (1 + (bulge - 1) * Math.sin(Math.PI * ring));
      for (let i = 0; i < sides; i++) {
        const turn = (2 * Math.PI * i) / sides;
        this.#point(
          at[0] + wide * Math.cos(turn),
          at[1] + height * (ring - 0.5),
          at[2] + wide * Math.sin(turn),
        );
      }
    }
    const count = sides * rings.length;
    for (let ring = 0; ring + 1 < rings.length; ring++)
      for (let i = 0; i < sides; i++) {
        const [a, b] = [ring * sides + i + 1, ring * sides + ((i + 1) % sides) + 1];
        this.#face([a, a + sides, b + sides, b], count);
      }
    const side = Array.from({ length: sides }, (_, i) => i + 1);
    this.#face(side, count);
    this.#face(side.map((n) => n + count - sides).reverse(), count);
  }
  text(): string {
    return `${this.#lines.join('\n')}\n`;
  }
  #group(name: string, of: string): void {
    this.line(`g ${name}`);
    this.line(`usemtl ${of}`);
  }
  #point(...numbers: readonly number[]): void {
    this.#points++;
    this.line(`v ${numbers.map((n) => (Math.round(n * 1e5) / 1e5 || 0).toString()).join(' ')}`);
  }
  /** Corners of the last `count` points, from 1. */
  #face(corners: readonly number[], count: number): void {
    this.line(`f ${corners.map((n) => this.#points - count + n).join(' ')}`);
  }
}
