export * from './build-package.js';
export * from './read-back.js';
export * from './compare-packages.js';
export { namesFile } from './names-map.js';
