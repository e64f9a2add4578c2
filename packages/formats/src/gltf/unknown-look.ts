import { isObject } from './guards.js';

/** A material whose file says nothing of how it looks: grey, and the likeness of no other. */
export function unknownLook(name: string): {
  name: string;
  pbrMetallicRoughness: { baseColorFactor: number[] };
  extras: object;
} {
  return {
    name,
    pbrMetallicRoughness: { baseColorFactor: [0.6, 0.6, 0.6, 1] },
    extras: { renquil: { look: 'unknown' } },
  };
}
/** Whether a material is such a one. */
export function isUnknownLook(material: object): boolean {
  const { extras } = material as { extras?: unknown };
  return isObject(extras) && isObject(extras['renquil']) && extras['renquil']['look'] === 'unknown';
}
