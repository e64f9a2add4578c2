export * from './known-elsewhere.js';
export * from './proposal.js';
export * from './surface-of.js';
export * from './take-proposals.js';
