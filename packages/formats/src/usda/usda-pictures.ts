import { besideOf } from '../beside-of.js';
import type { ResourceReader } from '../gltf/gltf-source.js';
import { assetName } from './asset-name.js';
import { chars } from './usda-scanner.js';
import type { UsdaStage } from './usda-stage.js';

/** A picture that a material's colour comes from (UsdPreviewSurface, `UsdUVTexture`). */
export interface UsdaPicture {
  readonly bytes: Uint8Array;
  /** The primvar that says where in it the points lie. */
  readonly primvar: string;
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
    const { stage, read } = this;
    if (!read) return null;
    for (const at of [material, ...stage.namespace.places[material]!.children]) {
      const texture = this.#source(at, 'inputs:diffuseColor');
      if (texture < 0) continue;
      const file = stage.property(texture, 'inputs:file')?.value;
      if (!file || stage.bytes[file.start] !== chars.at) continue;
      // From the file that says it; the layer itself is where all is counted from.
      const by = stage.namespace.partAt(file.start);
      const path = besideOf(by.start ? by.file : '', assetName(stage.bytes, file));
      const bytes = path === null ? null : read(path);
      if (!bytes) continue;
      const isSeenThrough = this.#source(at, 'inputs:opacity') === texture;
      return { bytes, primvar: this.#primvar(texture), isSeenThrough };
    }
    return null;
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
  /** What `UsdPrimvarReader_float2` in front of a texture reads; `st` where nobody says. */
  #primvar(texture: number): string {
    const { stage } = this;
    let at = texture;
    for (let step = 0; step < mostSteps; step++) {
      const said = stage.text(stage.property(at, 'inputs:varname')?.value);
      if (said !== null) return said;
      const [from] = [
        ...stage.targets(at, 'inputs:st', 'connect'),
        ...stage.targets(at, 'inputs:in', 'connect'),
      ];
      if (from === undefined || from === at) return 'st';
      at = from;
    }
    return 'st';
  }
}
