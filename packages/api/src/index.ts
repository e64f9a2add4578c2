export * from './endpoint.js';
export * from './endpoints/registry.js';
export * from './endpoints/things.js';
export { tokenRoles, type TokenRole } from './endpoints/tokens.js';
export { apiDocument } from './api-document.js';
export { openApi } from './open-api.js';
export { object } from './objects.js';
export * from './receiver/receiver-shapes.js';
export * from './receiver/say-arrived.js';
