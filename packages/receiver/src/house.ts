import type { Arrivals } from './arrivals.js';
import type { Behaviour } from './behaviour.js';

/** What the pages and the line work with. */
export interface House {
  readonly arrivals: Arrivals;
  behaviour: Behaviour;
  /** Packages that were cut or lost already, each once. */
  readonly done: Set<string>;
  /** A package is whole: it is opened and answered, once. */
  whole(id: string): void;
}
