import type { Json } from '../scene/scene-object.js';

export function isPlainObject(value: Json | undefined): value is { readonly [key: string]: Json } {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
