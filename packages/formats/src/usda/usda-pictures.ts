import { besideOf } from '../beside-of.js';
import type { ResourceReader } from '../gltf/gltf-source.js';
import { laidAsItIs, type LaidAnew } from '../gltf/laid-anew.js';
import { pictureKind } from '../gltf/picture-kind.js';
import { assetName } from './asset-name.js';
import { chars } from './usda-scanner.js';
import type { UsdaStage } from './usda-stage.js';

/** A picture that a material's colour comes from (UsdPreviewSurface, `UsdUVTexture`). */
export interface UsdaPicture {
  readonly bytes: Uint8Array;
  /** The primvar that says where in it the points lie. */
  readonly primvar: string;
  /** How it is laid on (`UsdTransform2d`). */
  readonly laid: LaidAnew;
  /** Its alpha is what the material is seen through by. */
  readonly isSeenThrough: boolean;
}
/** Shaders in a row that are followed to what a colour comes from. */
const mostSteps = 8;

/** Finds the pictures of materials, as far as they came along. */
export class UsdaPictures {
  constructor(
    readonly stage: UsdaStage,
    readonly read: ResourceReader | undefined,
  ) {}
  /** Of a material; null: its colour comes from no picture that is there. */
  of(material: number): UsdaPicture | null {
    for (const { at, texture, path } of this.#named(material)) {
      const bytes = path === null ? null : this.read?.(path);
      if (!bytes) continue;
      const isSeenThrough = this.#source(at, 'inputs:opacity') === texture;
      return { bytes, ...this.#laid(texture), isSeenThrough };
    }
    return null;
  }
  /** Names of pictures that materials of the layer name, and that did not come, or are of a kind that is not drawn. */
  lacking(): string[] {
    const found = new Set<string>();
    this.stage.namespace.places.forEach((_, place) => {
      if (this.stage.typeOf(place) !== 'Material') return;
      for (const { name, path } of this.#named(place)) {
        const bytes = path === null ? null : this.read?.(path);
        if (!bytes || !pictureKind(bytes)) found.add(name);
      }
    });
    return [...found];
  }
  /** The pictures that a material names for its colour, with the shaders that do. */
  #named(material: number): { at: number; texture: number; name: string; path: string | null }[] {
    const { stage } = this;
    return [material, ...stage.namespace.places[material]!.children].flatMap((at) => {
      const texture = this.#source(at, 'inputs:diffuseColor');
      const file = texture < 0 ? null : stage.property(texture, 'inputs:file')?.value;
      if (!file || stage.bytes[file.start] !== chars.at) return [];
      // From the file that says it; the layer itself is where all is counted from.
      const by = stage.namespace.partAt(file.start);
      const name = assetName(stage.bytes, file);
      return [{ at, texture, name, path: besideOf(by.start ? by.file : '', name) }];
    });
  }
  /** The shader that an input comes from, past what only hands it on; -1: none. */
  #source(shader: number, input: string): number {
    const { stage } = this;
    let [at, name] = [shader, input];
    for (let step = 0; step < mostSteps; step++) {
      const [from] = stage.targets(at, name, 'connect');
      if (from === undefined) return -1;
      if (stage.property(from, 'inputs:file')) return from;
      // An interface of a material or a graph: what it hands on is connected there.
      const next = /\.([\w:]+)>?$/.exec(stage.word(stage.property(at, name, 'connect')?.value))?.[1];
      if (!next || from === at) return -1;
      [at, name] = [from, next];
    }
    return -1;
  }
  /** What `UsdPrimvarReader_float2` in front of a texture reads, `st` where nobody says; and what the first `UsdTransform2d` on the way does to it. */
  #laid(texture: number): Pick<UsdaPicture, 'primvar' | 'laid'> {
    const { stage } = this;
    let at = texture;
    let laid: LaidAnew | null = null;
    const end = (primvar: string): Pick<UsdaPicture, 'primvar' | 'laid'> => ({
      primvar,
      laid: laid ?? laidAsItIs,
    });
    for (let step = 0; step < mostSteps; step++) {
      if (!laid && stage.text(stage.property(at, 'info:id')?.value) === 'UsdTransform2d')
        laid = this.#turned(at);
      const said = stage.text(stage.property(at, 'inputs:varname')?.value);
      if (said !== null) return end(said);
      const [from] = [
        ...stage.targets(at, 'inputs:st', 'connect'),
        ...stage.targets(at, 'inputs:in', 'connect'),
      ];
      if (from === undefined || from === at) return end('st');
      at = from;
    }
    return end('st');
  }
  #turned(shader: number): LaidAnew {
    const { stage } = this;
    const numbers = (name: string): number[] =>
      stage.numbers(stage.property(shader, `inputs:${name}`)?.value);
    const [x = 1, y = 1] = numbers('scale');
    const [turn = 0] = numbers('rotation');
    const [s = 0, t = 0] = numbers('translation');
    return { scale: [x, y], turn, offset: [s, t] };
  }
}
