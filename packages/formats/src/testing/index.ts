export * from './make-glb.js';
export * from './packed-model.js';
export * from './published-models.js';
export * from './official-layers.js';
export * from './trap-layer.js';
