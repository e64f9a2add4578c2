import type { ReadBack } from '@renquil/api';
import { NodeIO, type Document } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { distance } from '@renquil/core/math';
import type { ObjectId, Scene } from '@renquil/core/scene';

/** Metres and unit matrix elements; relative to the size of the numbers, since the file holds what was read. */
const tolerance = 1e-6;

/**
 * Opens the written file with a reader that is not ours (@gltf-transform) and compares names, tree and world matrices
 * with the scene that was to be sent.
 */
export async function readBack(
  glb: Uint8Array,
  scene: Scene,
  without: ReadonlySet<ObjectId>,
): Promise<ReadBack> {
  const { document, geometry } = await open(glb);
  const problems: string[] = [];
  let objects = 0;
  let arrived = 0;
  type Arrived = ReturnType<Document['createNode']>;
  const root = document.getRoot();
  const shown = root.listScenes().flatMap((s) => s.listChildren());
  const hidden = root.listNodes().filter((node) => !node.getParentNode() && !shown.includes(node));
  const stack: { wanted: readonly ObjectId[]; found: Arrived[]; path: string }[] = [
    {
      wanted: scene.roots,
      found: [
        ...new Set(shown),
        ...hidden.filter((n) => n.getName() || n.listChildren().length || n.getMesh()),
      ],
      path: '',
    },
  ];
  while (stack.length && problems.length < 20) {
    const { wanted, found, path } = stack.pop()!;
    const sent = wanted.filter((id) => !without.has(id));
    objects += sent.length;
    if (found.length !== sent.length) {
      problems.push(`under "${path || '/'}" ${sent.length} objects were sent and ${found.length} arrived`);
      continue;
    }
    sent.forEach((id, i) => {
      const object = scene.get(id);
      const node = found[i]!;
      const here = `${path}/${object.name}`;
      if (node.getName() !== object.name) problems.push(`"${here}" arrived as "${node.getName()}"`);
      const size = Math.max(1, ...scene.world(id).map(Math.abs));
      const apart = distance(scene.world(id), [...node.getWorldMatrix()]);
      // Written as told, sheared matrices cannot be held by a reader that keeps T R S; their worlds are not compared.
      if (apart > tolerance * size && !('m' in object.local))
        problems.push(`"${here}" arrived ${apart.toPrecision(3)} away from its place`);
      if (!problems.length) arrived++;
      stack.push({ wanted: object.children, found: node.listChildren(), path: here });
    });
  }
  return { objects, arrived, problems, geometry };
}

async function open(glb: Uint8Array): Promise<{ document: Document; geometry: boolean }> {
  const io = new NodeIO().registerExtensions(ALL_EXTENSIONS);
  try {
    return { document: await io.readBinary(glb), geometry: true };
  } catch (cause) {
    // Decoders for compressed geometry are not shipped: the tree is read without its meshes.
    const { json } = await io.binaryToJSON(glb);
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
