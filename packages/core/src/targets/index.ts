export * from './fitting-name.js';
export * from './outgoing.js';
export type * from './read-back.js';
export * from './shipped.js';
export * from './stays-home.js';
export * from './target-finding.js';
export * from './target.js';
export * from './heard.js';
export * from './taught-by.js';
