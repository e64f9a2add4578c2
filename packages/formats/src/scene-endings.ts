/** Endings of files that are scenes of their own. */
export const sceneEnding = /\.(glb|gltf|usda|usd)$/i;

/** A format that is kept beside the .glb that was made of it, and takes the scene back. */
export interface OwnFormat {
  /** As the file has it. */
  readonly ending: string;
  /** Its media type (IANA). */
  readonly type: string;
}
/** The format of a file that is no glTF, by its name; null: it is glTF. */
export function ownFormatOf(file: string): OwnFormat | null {
  const ending = /\.usda?$/i.exec(file)?.[0];
  return ending ? { ending, type: 'model/vnd.usda' } : null;
}
