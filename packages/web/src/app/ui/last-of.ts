import { linkedSignal, type ResourceRef, type Signal } from '@angular/core';

/**
 * What a resource gave last, while it is asked anew and when that fails: what is shown stays, and `rq-load-state` beside it
 * says how the asking goes. null: nothing yet.
 */
export function lastOf<T>(resource: ResourceRef<T | undefined>): Signal<T | null> {
  return linkedSignal<T | undefined, T | null>({
    source: () => (resource.hasValue() ? resource.value() : undefined),
    computation: (now, previous) => now ?? previous?.value ?? null,
  }).asReadonly();
}
