export * from './frame.js';
export { framesOf } from './frames-of.js';
export { axesOf } from './read-facing.js';
export * from './said-facing.js';
export { framesHere, tellFrames } from './spoken-frames.js';
