import { applied, refused, type EditDefinition, type NamedLayerEdit } from './edit.js';
import { sameJson } from './same-json.js';

/** What is known of a layer put in, changed or taken away; no object is touched by it. */
export const namedLayerEdit: EditDefinition<NamedLayerEdit> = {
  kind: 'named-layer',
  apply(scene, edit) {
    const now = scene.layers.get(edit.name) ?? null;
    if (!sameJson(now, edit.from)) {
      return refused('expected-other', 0, `the layer "${edit.name}" is another now`);
    }
    // A ring of layers would have no end to what rules over what.
    for (let at = edit.to?.parent; at !== undefined; at = scene.layers.get(at)?.parent) {
      if (at === edit.name)
        return refused('would-cycle', 0, `the layer "${edit.name}" would lie within itself`);
    }
    scene.keepLayer(edit.name, edit.to);
    return applied;
  },
  invert: (edit) => ({ ...edit, from: edit.to, to: edit.from }),
  touch() {
    // Layers are records beside the tree: no object changes.
  },
};
