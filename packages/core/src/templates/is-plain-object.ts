import type { Json } from '../scene/scene-object.js';

/** Whether a value is an object with keys, and no list. */
export function isPlainObject(value: Json | undefined): value is { readonly [key: string]: Json } {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
