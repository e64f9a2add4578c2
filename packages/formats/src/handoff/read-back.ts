import { loadUnpackers } from '../unpackers-node/index.js';
import { GLB_BUFFER, Logger, NodeIO, type Document, type GLTF, type Node } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { sameJson } from '@renquil/core/edits';
import { readOwn } from '@renquil/core/own-json';
import { distance, multiply, type Mat4 } from '@renquil/core/math';
import type { ObjectId, Scene, SceneObject } from '@renquil/core/scene';
import type { Outgoing, ReadBack } from '@renquil/core/targets';
import { readGlb } from '../gltf/glb.js';

/** Metres and unit matrix elements; relative to the size of the numbers, since the file holds what was read. */
const tolerance = 1e-6;
/** Differences that are told; more are of one cause. */
const most = 20;

/**
 * Opens the written file with a reader that is not ours (@gltf-transform) and compares it with the scene that was to be
 * sent: names, tree, world matrices, faces, materials, attributes, joints and what animations move; and looks for anything
 * of what stays home.
 */
export async function readBack(
  glb: Uint8Array,
  { scene, without, home }: Pick<Outgoing, 'scene' | 'without' | 'home'>,
): Promise<ReadBack> {
  const { document, geometry } = await open(glb);
  const reader = new Reader(scene, without, geometry);
  reader.tree(document);
  if (!reader.problems.length) reader.leftovers(document, home.all);
  const { objects, arrived, problems } = reader;
  return { objects, arrived: problems.length ? Math.min(arrived, objects - 1) : arrived, problems, geometry };
}

/** Children that were sent and that arrived, under a place. */
interface Level {
  readonly wanted: readonly ObjectId[];
  readonly found: Node[];
  readonly path: string;
  readonly world: Mat4 | null;
}

class Reader {
  readonly problems: string[] = [];
  objects = 0;
  arrived = 0;
  readonly #node = new Map<ObjectId, Node>();
  constructor(
    readonly scene: Scene,
    readonly without: ReadonlySet<ObjectId>,
    readonly geometry: boolean,
  ) {}

  tree(document: Document): void {
    const root = document.getRoot();
    const shown = new Set(root.listScenes().flatMap((s) => s.listChildren()));
    const hidden = root.listNodes().filter((node) => !shown.has(node) && !node.getParentNode());
    const first = [...shown, ...hidden.filter((n) => n.getName() || n.listChildren().length || n.getMesh())];
    const stack: Level[] = [{ wanted: this.scene.roots, found: first, path: '', world: null }];
    while (stack.length && this.problems.length < most) {
      const { wanted, found, path, world } = stack.pop()!;
      const sent = wanted.filter((id) => !this.without.has(id));
      this.objects += sent.length;
      if (found.length !== sent.length) {
        this.#say(`under "${path || '/'}" ${sent.length} objects were sent and ${found.length} arrived`);
        continue;
      }
      sent.forEach((id, i) => {
        const object = this.scene.get(id);
        const here = `${path}/${object.name}`;
        this.#node.set(id, found[i]!);
        const before = this.problems.length;
        // W(n) = W(parent) L(n) (glTF 2.0, section 3.5.2): asked of the reader, each would go up to the root again.
        const local = found[i]!.getMatrix();
        const own = world ? multiply(world, local) : local;
        this.#place(object, { node: found[i]!, world: own }, here);
        this.#content(object, found[i]!, here);
        if (this.problems.length === before) this.arrived++;
        if (object.children.length || found[i]!.listChildren().length)
          stack.push({ wanted: object.children, found: found[i]!.listChildren(), path: here, world: own });
      });
    }
  }
  #place(object: SceneObject, { node, world: its }: { node: Node; world: Mat4 }, here: string): void {
    if (node.getName() !== object.name) this.#say(`"${here}" arrived as "${node.getName()}"`);
    const world = this.scene.world(object.id);
    const apart = distance(world, its);
    // Written as told, sheared matrices cannot be held by a reader that keeps T R S; their worlds are not compared.
    if (apart > tolerance * Math.max(1, ...world.map(Math.abs)) && !('m' in object.local))
      this.#say(`"${here}" arrived ${apart.toPrecision(3)} away from its place`);
  }
  #content({ shape, materials, attributes }: SceneObject, node: Node, here: string): void {
    const { renquil: _ours, ...extras } = node.getExtras();
    for (const [key, value] of Object.entries(attributes))
      if (!sameJson(extras[key], value))
        this.#say(`the attribute ${key} of "${here}" did not arrive as it was`);
    for (const key of Object.keys(extras))
      if (!(key in attributes)) this.#say(`"${here}" arrived with the attribute ${key}, which was not sent`);
    const mesh = node.getMesh();
    if (!this.geometry || shape === null || !mesh) return;
    const sent = this.scene.shapes[shape];
    const faces = mesh.listPrimitives().reduce((sum, primitive) => sum + facesOf(primitive), 0);
    // Instances of one node count as often as they are drawn; strips may be cut by corners of no meaning.
    const isPlain =
      !node.getExtension('EXT_mesh_gpu_instancing') && mesh.listPrimitives().every((p) => p.getMode() <= 4);
    if (sent && isPlain && sent.fixed !== 'listed' && faces !== sent.faces)
      this.#say(`"${here}" was sent with ${sent.faces} faces and arrived with ${faces}`);
    const worn = new Set(mesh.listPrimitives().flatMap((p) => p.getMaterial()?.getName() ?? []));
    const named = new Set(materials.map((one) => this.scene.materials[one]!.name));
    if (worn.size !== named.size || [...named].some((name) => !worn.has(name)))
      this.#say(`"${here}" arrived in other materials`);
  }
  /** Skins and animations mean nodes that arrived; nothing that stays home is in the file under its name. */
  leftovers(document: Document, home: ReadonlySet<ObjectId>): void {
    const arrived = new Set(this.#node.values());
    for (const skin of document.getRoot().listSkins())
      for (const joint of skin.listJoints())
        if (!arrived.has(joint)) this.#say(`a skin is bound to "${joint.getName()}", which was not sent`);
    for (const animation of document.getRoot().listAnimations())
      for (const channel of animation.listChannels()) {
        const node = channel.getTargetNode();
        if (node && !arrived.has(node))
          this.#say(`an animation moves "${node.getName()}", which was not sent`);
      }
    const sentNames = new Set([...this.#node.keys()].map((id) => this.scene.get(id).name));
    const homeNames = new Set([...home].map((id) => this.scene.get(id).name));
    for (const node of document.getRoot().listNodes())
      if (homeNames.has(node.getName()) && !sentNames.has(node.getName()))
        this.#say(`"${node.getName()}" stays home and is in the file`);
    // A shape that only what stays home wears has no business in the file.
    const worn = new Set<number | null>();
    for (const id of this.#node.keys()) worn.add(this.scene.get(id).shape);
    const lost = new Set<string>();
    for (const id of home) {
      const { shape } = this.scene.get(id);
      if (shape !== null && !worn.has(shape)) lost.add(this.scene.shapes[shape]!.name);
    }
    for (const shape of worn) if (shape !== null) lost.delete(this.scene.shapes[shape]!.name);
    for (const mesh of document.getRoot().listMeshes())
      if (mesh.getName() && lost.has(mesh.getName()))
        this.#say(`the shape "${mesh.getName()}" of something that stays home is in the file`);
  }
  #say(text: string): void {
    if (this.problems.length < most) this.problems.push(text);
  }
}

/** Faces of a primitive (glTF 2.0, section 3.7.2.1): triangles, strips and fans; lines and points have none. */
function facesOf(primitive: {
  getMode(): number;
  getIndices(): { getCount(): number } | null;
  getAttribute(name: string): { getCount(): number } | null;
}): number {
  const corners = primitive.getIndices()?.getCount() ?? primitive.getAttribute('POSITION')?.getCount() ?? 0;
  const mode = primitive.getMode();
  return mode === 4 ? Math.floor(corners / 3) : mode > 4 ? Math.max(0, corners - 2) : 0;
}

/**
 * What the reader is given: the document as it stands in the file, and its bytes. Pictures that lie beside the file are none
 * of what is compared; without something in their place the reader takes no file that means one.
 */
function contentOf(glb: Uint8Array): {
  json: GLTF.IGLTF;
  resources: Record<string, Uint8Array<ArrayBuffer>>;
} {
  const [text, bin] = readGlb(glb, 'package');
  const json = readOwn<GLTF.IGLTF>(new TextDecoder().decode(text!.data));
  // Addresses are whatever the file says: none of them means something of an object's own.
  const resources = Object.create(null) as Record<string, Uint8Array<ArrayBuffer>>;
  if (bin) resources[GLB_BUFFER] = bin.data as Uint8Array<ArrayBuffer>;
  for (const { uri, bufferView } of json.images ?? [])
    if (uri !== undefined && bufferView === undefined && !uri.startsWith('data:'))
      resources[uri] = new Uint8Array();
  return { json, resources };
}

/** The decoders that the reader asks for, as their makers give them: another way to the bytes than our own. */
async function decoders(): Promise<Record<string, unknown>> {
  const { MeshoptDecoder } = await import('meshoptimizer/decoder');
  await MeshoptDecoder.ready;
  const { draco } = await loadUnpackers();
  return { 'draco3d.decoder': draco, 'meshopt.decoder': MeshoptDecoder };
}

async function open(glb: Uint8Array): Promise<{ document: Document; geometry: boolean }> {
  const io = new NodeIO().registerExtensions(ALL_EXTENSIONS).setLogger(new Logger(Logger.Verbosity.SILENT));
  const content = contentOf(glb);
  if ((content.json.extensionsUsed ?? []).some((name) => /draco|meshopt/i.test(name)))
    io.registerDependencies(await decoders());
  try {
    return { document: await io.readJSON(content), geometry: true };
  } catch (cause) {
    // Packed geometry that no decoder takes: the tree is read without its meshes.
    const { json } = content;
    const compressed = (json.extensionsUsed ?? []).some((name) => /draco|meshopt/i.test(name));
    if (!compressed) throw cause;
    const bare = { ...json, nodes: (json.nodes ?? []).map(({ mesh: _mesh, skin: _skin, ...node }) => node) };
    for (const key of [
      'meshes',
      'skins',
      'accessors',
      'bufferViews',
      'buffers',
      'images',
      'textures',
      'materials',
      'animations',
      'extensionsRequired',
      'extensionsUsed',
      'extensions',
    ] as const) {
      delete (bare as Record<string, unknown>)[key];
    }
    return { document: await io.readJSON({ json: bare, resources: {} }), geometry: false };
  }
}
