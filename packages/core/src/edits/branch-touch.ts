import { walkBranch } from '../scene/branch.js';
import type { Branch, ObjectId } from '../scene/scene-object.js';
import type { Touch } from './edit.js';

/** What putting a branch in, or taking it out, touches. */
export function touchBranch(branch: Branch, parent: ObjectId | null, into: Touch): void {
  for (const part of walkBranch(branch)) {
    into.objects.add(part.data.id);
    into.names.add(part.data.name);
  }
  into.parents.add(parent);
}
