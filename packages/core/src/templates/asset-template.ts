/** A branch that the main root of an asset holds, by a name or wildcard. */
export interface TemplateBranch {
  readonly name: string;
  /** Left out: it must be there. */
  readonly optional?: boolean;
}
/** What an asset of a type is made of. The order of the branches is the order they should stand in. */
export interface AssetTemplate {
  readonly branches: readonly TemplateBranch[];
  /** Whether the root may hold what no branch speaks of. */
  readonly strangers?: boolean;
  /** The asset stands on the floor, up = 0. */
  readonly floor?: boolean;
  /** It is modelled in a pose whose left mirrors its right. */
  readonly symmetric?: boolean;
}

/** Attributes of the main root that say what the asset is; they go into the file as any other attribute. */
export const assetTypeKey = 'assetType';
/** The attribute of a root that holds a template for this scene alone. */
export const templateKey = 'assetTemplate';
/** The attribute of a root that says by which standard its joints are called. */
export const skeletonKey = 'skeleton';
