export * from './box.js';
export * from './mat4.js';
export * from './transform.js';
