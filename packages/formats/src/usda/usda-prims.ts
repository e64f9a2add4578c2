import type { Specifier, UsdaPrim, UsdaScope } from './usda-layer.js';
import type { UsdaMeta } from './usda-meta.js';
import type { Span } from './usda-scanner.js';

const none: readonly number[] = Object.freeze([]);

/** A prim as it is found: a layer may have a million, so its places are numbers, and made spans when asked for. */
export class FoundPrim implements UsdaPrim {
  meta: UsdaMeta | null = null;
  variants: readonly number[] = none;
  nameStart = 0;
  nameEnd = 0;
  start = 0;
  end = 0;
  within = 0;
  own = 0;
  constructor(
    readonly specifier: Specifier,
    readonly type: string,
    readonly name: string,
  ) {}
  get nameSpan(): Span {
    return { start: this.nameStart, end: this.nameEnd };
  }
  get span(): Span {
    return { start: this.start, end: this.end };
  }
  addVariant(scope: number): void {
    if (this.variants === none) this.variants = [scope];
    else (this.variants as number[]).push(scope);
  }
}
/** A scope as it is found. */
export class FoundScope implements UsdaScope {
  meta: UsdaMeta | null = null;
  constructor(
    readonly prim: number,
    readonly variant: UsdaScope['variant'],
    public start: number,
    public end: number,
  ) {}
  get body(): Span {
    return { start: this.start, end: this.end };
  }
}
