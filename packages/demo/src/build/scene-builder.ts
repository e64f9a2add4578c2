import { Document, NodeIO, type Accessor, type Material, type Mesh, type Node } from '@gltf-transform/core';
import { Matrix4, Quaternion, type BufferGeometry } from 'three';

/** Three numbers: x, y, z. */
export type Triple = readonly [number, number, number];
/** How a node is made; metres, degrees where turned. */
export interface NodeOptions {
  readonly mesh?: Mesh;
  readonly at?: Triple;
  /** Degrees about X, then Y, then Z. */
  readonly turn?: Triple;
  readonly scale?: Triple;
  readonly extras?: Record<string, unknown>;
}

/** A small hand for building demo scenes: named nodes, shared materials, shapes from three's geometries. */
export class SceneBuilder {
  readonly document = new Document();
  readonly #buffer = this.document.createBuffer();
  readonly #scene;
  readonly #materials = new Map<string, Material>();

  constructor(title: string) {
    this.document.getRoot().getAsset().generator = 'Renquil demo builder';
    this.#scene = this.document.createScene(title);
  }
  /** Colour as sRGB hex, turned into the linear factors glTF wants. */
  material(name: string, hex: number, { alpha = 1, metal = 0, rough = 0.7 } = {}): Material {
    const known = this.#materials.get(name);
    if (known) return known;
    const channel = (shift: number): number => {
      const c = ((hex >> shift) & 255) / 255;
      return Number((c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4).toFixed(4));
    };
    const made = this.document
      .createMaterial(name)
      .setBaseColorFactor([channel(16), channel(8), channel(0), alpha])
      .setMetallicFactor(metal)
      .setRoughnessFactor(rough);
    if (alpha < 1) made.setAlphaMode('BLEND');
    this.#materials.set(name, made);
    return made;
  }
  mesh(name: string, geometry: BufferGeometry, material: Material): Mesh {
    const primitive = this.document.createPrimitive().setMaterial(material);
    primitive.setAttribute('POSITION', this.#floats(geometry, 'position', 'VEC3'));
    if (geometry.attributes['normal'])
      primitive.setAttribute('NORMAL', this.#floats(geometry, 'normal', 'VEC3'));
    const index = geometry.getIndex();
    if (index) {
      const array = index.count < 65_535 ? Uint16Array.from(index.array) : Uint32Array.from(index.array);
      primitive.setIndices(this.accessor(array, 'SCALAR'));
    }
    return this.document.createMesh(name).addPrimitive(primitive);
  }
  /** A closed outline: what a control is drawn as. */
  outline(name: string, points: readonly Triple[], material: Material): Mesh {
    const primitive = this.document.createPrimitive().setMode(2).setMaterial(material);
    primitive.setAttribute('POSITION', this.accessor(Float32Array.from(points.flat()), 'VEC3'));
    return this.document.createMesh(name).addPrimitive(primitive);
  }
  node(name: string, parent: Node | null, options: NodeOptions = {}): Node {
    const node = this.document.createNode(name);
    if (options.mesh) node.setMesh(options.mesh);
    if (options.at) node.setTranslation([...options.at]);
    if (options.turn) node.setRotation(quaternion(options.turn));
    if (options.scale) node.setScale([...options.scale]);
    if (options.extras) node.setExtras(options.extras);
    (parent ?? this.#scene).addChild(node);
    return node;
  }
  accessor(
    array: Float32Array | Uint16Array | Uint32Array | Uint8Array,
    type: 'SCALAR' | 'VEC3' | 'VEC4' | 'MAT4',
  ): Accessor {
    return this.document.createAccessor().setType(type).setArray(array).setBuffer(this.#buffer);
  }
  async glb(): Promise<Uint8Array> {
    return new NodeIO().writeBinary(this.document);
  }
  #floats(geometry: BufferGeometry, attribute: string, type: 'VEC3'): Accessor {
    return this.accessor(Float32Array.from(geometry.attributes[attribute]!.array), type);
  }
}

function quaternion([x, y, z]: Triple): [number, number, number, number] {
  const rad = Math.PI / 180;
  const m = new Matrix4()
    .makeRotationZ(z * rad)
    .multiply(new Matrix4().makeRotationY(y * rad))
    .multiply(new Matrix4().makeRotationX(x * rad));
  const q = new Quaternion().setFromRotationMatrix(m);
  return [q.x, q.y, q.z, q.w];
}
