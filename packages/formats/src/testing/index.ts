export * from './make-glb.js';
export * from './packed-model.js';
export * from './published-models.js';
export * from './official-layers.js';
export * from './trap-layer.js';
export * from './types-crate.js';
export * from './crate-chair.js';
