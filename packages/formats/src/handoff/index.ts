export * from './build-package.js';
export * from './read-back.js';
