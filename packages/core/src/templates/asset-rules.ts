import { compileWildcard } from '../query/wildcard.js';
import { mainRoot } from '../scene/main-root.js';
import type { Json } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import {
  assetTypeKey,
  skeletonKey,
  templateKey,
  type AssetTemplate,
  type TemplateBranch,
} from './asset-template.js';
import { assetTemplates } from './asset-templates.js';
import { isPlainObject } from './is-plain-object.js';
import { skeletonStandards, type SkeletonStandard } from './skeletons.js';

/** What an asset is by what its root says, and what follows from it. */
export interface AssetRules {
  readonly root: number;
  readonly type: string;
  readonly template: AssetTemplate | null;
  readonly skeleton: SkeletonStandard | null;
}

/**
 * What the scene's main root says it is: a template by its type (the convention's, else a shipped one; one that stands on
 * the root itself comes first) and a skeleton standard. Null when there is no main root or it says nothing.
 */
export function assetRules(
  scene: Scene,
  templates: Readonly<Record<string, AssetTemplate>> | undefined,
): AssetRules | null {
  const root = mainRoot(scene);
  if (root === null) return null;
  const held = scene.get(root).attributes;
  const own = templateFrom(held[templateKey]);
  const type = typeof held[assetTypeKey] === 'string' ? held[assetTypeKey] : '';
  const byType = templates && Object.hasOwn(templates, type) ? templates[type] : undefined;
  const shipped = Object.hasOwn(assetTemplates, type) ? assetTemplates[type] : undefined;
  const template = own ?? byType ?? shipped ?? null;
  const skeleton = skeletonStandards.find((one) => one.id === held[skeletonKey]) ?? null;
  return template || skeleton ? { root, type: type || 'asset', template, skeleton } : null;
}

/** A template kept as an attribute; what is not well-formed is none. */
export function templateFrom(value: Json | undefined): AssetTemplate | null {
  if (!isPlainObject(value) || !Array.isArray(value['branches'])) return null;
  const branches = (value['branches'] as readonly Json[]).flatMap((one): TemplateBranch[] => {
    if (!isPlainObject(one) || typeof one['name'] !== 'string' || !one['name']) return [];
    return [{ name: one['name'], ...(one['optional'] === true ? { optional: true } : {}) }];
  });
  const flag = (key: string) => (value[key] === true ? { [key]: true } : {});
  return { branches, ...flag('strangers'), ...flag('floor'), ...flag('symmetric') };
}

/** Which branch of a template a name stands for; -1: none. */
export function branchOfName(template: AssetTemplate, name: string): number {
  return template.branches.findIndex((branch) => compileWildcard(branch.name, { ignoreCase: false })(name));
}
