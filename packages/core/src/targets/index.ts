export * from './fitting-name.js';
export * from './outgoing.js';
export * from './shipped.js';
export * from './target-finding.js';
export * from './target.js';
