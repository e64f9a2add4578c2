export * from './learn-convention.js';
export * from './learned.js';
export type { LearnFrom } from './samples.js';
