export * from './change.js';
export * from './edit.js';
export * from './registry.js';
export * from './same-json.js';
export * from './say-edits.js';
