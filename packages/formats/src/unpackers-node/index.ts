export * from './load-unpackers.js';
