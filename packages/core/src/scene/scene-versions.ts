/** How often each thing about a scene may have changed. */
export class SceneVersions {
  /** The tree. */
  structure = 0;
  attributes = 0;
  switches = 0;
  /** Places, shapes and what is baked into them; not the tree. */
  geometry = 0;
  /** Sets and layers. */
  sets = 0;
  /** Shapes and materials of objects, and which objects there are. */
  wear = 0;
  /** Shapes of objects that were there before. */
  reshaped = 0;
  names = 0;
  /** Fields of objects, whichever. */
  patches = 0;
  /** Names of materials and shapes. */
  things = 0;
}
