export * from './asset-rules.js';
export * from './asset-template.js';
export * from './asset-templates.js';
export * from './skeletons.js';
