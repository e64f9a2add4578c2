import { assetRules, branchOfName } from '../../templates/asset-rules.js';
import { defineCheck } from '../check.js';

/** Something directly under the main root that the asset's template does not speak of. */
export const strangerBranch = defineCheck({
  id: 'stranger-branch',
  family: 'hierarchy',
  title: 'Stranger under the root',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['move', 'insert', 'remove', 'rename', 'attribute'],
  source: 'the template of the asset type; common practice',
  messages: {
    stranger: {
      short: 'no branch of a {{type}}',
      because: '"{{name}}" hangs directly under the root, where a {{type}} holds only {{branches}}.',
    },
  },
  applies: ({ scene, convention }) => {
    const template = assetRules(scene, convention.source.templates)?.template;
    return !!template && !template.strangers;
  },
  evaluate({ parent, name, kind }, { scene, convention }) {
    const rules = assetRules(scene, convention.source.templates);
    if (!rules?.template || parent !== rules.root || kind === 'helper' || convention.helperPrefix(name))
      return null;
    if (branchOfName(rules.template, name) >= 0) return null;
    const branches = rules.template.branches.map((branch) => branch.name).join(', ');
    return { message: 'stranger', data: { name, type: rules.type, branches } };
  },
});
