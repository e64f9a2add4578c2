export * from './change-list.js';
export * from './convention.js';
export * from './edits.js';
export * from './recipe.js';
