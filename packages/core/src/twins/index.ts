export * from './find-twins.js';
export * from './mirror-twins.js';
export * from './plan-like.js';
export * from './plan-share.js';
export * from './repeat-on-twins.js';
export * from './twin-differences.js';
