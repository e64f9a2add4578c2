import { identityTransform } from '../math/transform.js';
import { allOn, type ObjectData, type ObjectId } from './scene-object.js';

/** A group made here: at zero, in `Base`, with nothing in it; `more` says what is otherwise. */
export function newGroup(id: ObjectId, name: string, more: Partial<ObjectData> = {}): ObjectData {
  return {
    id,
    name,
    kind: 'group',
    local: identityTransform,
    shape: null,
    materials: [],
    switches: allOn,
    layer: 'Base',
    mark: null,
    attributes: {},
    rest: null,
    source: null,
    ...more,
  };
}
