import { arrival, checked, type Arrival } from '@renquil/api';
import { readJson } from '@renquil/core/own-json';

/** What a receiver says of a package, held to its shape; or what is wrong with it. */
export function readArrival({
  text,
}: {
  readonly text: string;
}): { readonly arrival: Arrival } | { readonly wrong: string } {
  try {
    return { arrival: checked(arrival, readJson(text)) };
  } catch (error) {
    return { wrong: (error as Error).message };
  }
}
