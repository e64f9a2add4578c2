import type { Material } from 'three';
import type { Display } from '@renquil/core/scene';

/** What is drawn with what: shapes by their material and look, lines, edges. */
export interface ContentMaterials {
  of(material: number | null, look: Display): Material;
  readonly line: Material;
  readonly edge: Material;
}
