export * from '../change-log/decode-change.js';
export * from './change-list.js';
export * from './convention.js';
export * from './convention-json-schema.js';
export * from './edits.js';
export * from './recipe.js';
export * from './target.js';
export * from './waivers.js';
