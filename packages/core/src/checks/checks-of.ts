import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { Check } from './check.js';
import { houseChecks } from './house/house-check.js';
import { checkRegistry } from './registry.js';

const ofNames = new Set(checkRegistry.filter(({ family }) => family === 'names').map(({ id }) => id));
/** Whether a check judges names; the rules of the house count as being about the rest. */
export function isOfNames(check: string): boolean {
  return ofNames.has(check);
}

const known = new WeakMap<CompiledConvention, readonly Check[]>();

/** All checks under a convention: those that come with Renquil, then the rules of the house. Throws convention-invalid. */
export function checksOf(convention: CompiledConvention): readonly Check[] {
  let all = known.get(convention);
  if (!all) known.set(convention, (all = [...checkRegistry, ...houseChecks(convention)]));
  return all;
}
/** A check by its id; undefined: there is none of that id, any more or yet. */
export function checkOf(convention: CompiledConvention | null | undefined, id: string): Check | undefined {
  return (convention ? checksOf(convention) : checkRegistry).find((check) => check.id === id);
}
