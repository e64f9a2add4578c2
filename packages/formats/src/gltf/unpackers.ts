/** Unpacks one view (EXT_meshopt_compression): into a target of count times size bytes. */
export type MeshoptDecode = (
  ...sent: readonly [
    target: Uint8Array,
    count: number,
    size: number,
    source: Uint8Array,
    mode: string,
    filter: string,
  ]
) => void;

/** As much of the Draco decoder as is used (google/draco, javascript API). */
export interface DracoModule {
  readonly Decoder: new () => DracoDecoder;
  readonly DecoderBuffer: new () => { Init(bytes: Int8Array, length: number): void };
  readonly Mesh: new () => DracoMesh;
  readonly DT_INT8: number;
  readonly DT_UINT8: number;
  readonly DT_INT16: number;
  readonly DT_UINT16: number;
  readonly DT_UINT32: number;
  readonly DT_FLOAT32: number;
  readonly HEAPF32: Float32Array;
  _malloc(bytes: number): number;
  _free(at: number): void;
  destroy(one: object): void;
}
/** A mesh that it made. */
export interface DracoMesh {
  num_points(): number;
  num_faces(): number;
}
/** The decoder itself. */
export interface DracoDecoder {
  DecodeBufferToMesh(buffer: object, mesh: DracoMesh): { ok(): boolean };
  GetAttributeByUniqueId(mesh: DracoMesh, id: number): object;
  GetAttributeDataArrayForAllPoints(
    mesh: DracoMesh,
    attribute: object,
    type: number,
    bytes: number,
    to: number,
  ): boolean;
  GetTrianglesUInt32Array(mesh: DracoMesh, bytes: number, to: number): boolean;
}

/** Pixels of a picture: red, green, blue, alpha, from the upper left on. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}
/** What a host can unpack with; left out: such shapes stay packed and are drawn as boxes. */
export interface Unpackers {
  readonly draco?: DracoModule;
  readonly meshopt?: MeshoptDecode;
  /** Pixels of a TGA. @throws Error where it is none */
  readonly tga?: (bytes: Uint8Array) => Pixels;
  /** Called when a decoder threw: it may not be of use any more. */
  readonly faulted?: () => void;
}
