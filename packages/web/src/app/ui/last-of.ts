import { linkedSignal, type ResourceRef, type Signal } from '@angular/core';

/**
 * What a resource gave last, while it is asked anew and when that fails: what is shown stays, and `rq-load-state` beside it
 * says how the asking goes. null: nothing yet.
 * @param of what it is of, a project or a scene: of another, nothing is kept
 */
export function lastOf<T>(resource: ResourceRef<T | undefined>, of: () => unknown): Signal<T | null> {
  return linkedSignal<{ readonly now: T | null; readonly of: unknown }, T | null>({
    source: () => ({ of: of(), now: resource.hasValue() ? resource.value() : null }),
    computation: (source, previous) =>
      source.now ?? (previous && Object.is(previous.source.of, source.of) ? previous.value : null),
  }).asReadonly();
}
