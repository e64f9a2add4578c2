import { assetRules, branchOfName } from '../../templates/asset-rules.js';
import type { Edit } from '../../edits/edit.js';
import { compileWildcard } from '../../query/wildcard.js';
import { newGroup } from '../../scene/new-group.js';
import type { Scene } from '../../scene/scene.js';
import { defineCheck, type CheckContext } from '../check.js';

/** The main root lacks a branch that assets of its type must hold. */
export const requiredBranch = defineCheck({
  id: 'required-branch',
  family: 'hierarchy',
  title: 'Required branch missing',
  severity: 'blocker',
  scope: 'scene',
  triggeredBy: ['move', 'insert', 'remove', 'rename', 'attribute'],
  source: 'the template of the asset type; common practice',
  messages: {
    missing: {
      short: 'misses {{branches}}',
      because: 'A {{type}} holds {{branches}} directly under its root "{{name}}", and here there is none.',
    },
  },
  applies: ({ scene, convention }) =>
    (assetRules(scene, convention.source.templates)?.template ?? null) !== null,
  evaluate(object, context) {
    const rules = assetRules(context.scene, context.convention.source.templates);
    if (rules?.root !== object.id) return null;
    const branches = missing(context.scene, object.id, context).map((name) => plain(name));
    if (!branches.length) return null;
    return {
      message: 'missing',
      data: { name: object.name, type: rules.type, branches: branches.join(', ') },
    };
  },
  fix(object, context) {
    let id = context.scene.nextId;
    const names = missing(context.scene, object.id, context);
    // A name cannot be made up for every wildcard.
    if (names.some((name) => !compileWildcard(name)(plain(name)))) return null;
    return names.map((name, i): Edit => {
      const data = newGroup(id++, plain(name));
      return {
        kind: 'insert',
        branch: { data, children: [] },
        parent: object.id,
        index: object.children.length + i,
      };
    });
  },
});

function missing(scene: Scene, root: number, { convention }: CheckContext): string[] {
  const template = assetRules(scene, convention.source.templates)?.template;
  if (!template) return [];
  const there = new Set(scene.get(root).children.map((id) => branchOfName(template, scene.get(id).name)));
  return template.branches
    .filter((branch, i) => !branch.optional && !there.has(i))
    .map((branch) => branch.name);
}
/** A wildcard as the name one would give. */
function plain(name: string): string {
  return name.replace(/^\*_?/, '').replace(/[*?[\]]/g, '') || name;
}
