export * from './check-tester.js';
export * from './edit-samples.js';
export * from './frozen-scene.js';
export * from './hold-incremental.js';
export * from './outline.js';
export * from './random-edits.js';
export * from './random-tree.js';
export * from './sided-outline.js';
