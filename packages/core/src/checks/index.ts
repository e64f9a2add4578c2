export * from './check-run.js';
export * from './check.js';
export * from './naming-statistics.js';
export * from './packed-findings.js';
export * from './parameter-text.js';
export * from './parameter.js';
export * from './registry.js';
export * from './severity.js';
